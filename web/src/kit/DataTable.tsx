import { rich } from "./rich.tsx";
import { t } from "@yule/core";
import { Box, Button, Flex, Table, Text } from "@chakra-ui/react";
import {
  columnFilteringFeature,
  columnVisibilityFeature,
  createFilteredRowModel,
  createSortedRowModel,
  filterFn_includesString,
  globalFilteringFeature,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
  type ColumnVisibilityState,
} from "@tanstack/react-table";
import { ArrowDown, ArrowUp, Columns3 } from "lucide-react";
import { Fragment, useMemo, useState, type ReactNode } from "react";
import { TextInput, Tick } from "./FormField.tsx";
import { Popup } from "./Popup.tsx";

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
  columnFilteringFeature,
  globalFilteringFeature,
  filteredRowModel: createFilteredRowModel(),
  filterFns: { includesString: filterFn_includesString },
  columnVisibilityFeature,
});

/** A column of a table. */
export interface TableColumn<Item extends object> {
  readonly id: string;
  /** What stands over it; a column of buttons has none. */
  readonly head: string;
  readonly cell: (row: Item) => ReactNode;
  /** What it is sorted by and found by; without it neither. */
  readonly value?: (row: Item) => string | number;
  /** Shown on a narrow screen too. */
  readonly isAlways?: boolean;
  readonly width?: string;
}

interface DataTableProps<Item extends object> {
  /** What the table is called, for screen readers and for what this device keeps of it. */
  readonly label: string;
  /** In the order in which they matter, which holds until she sorts them otherwise. */
  readonly rows: readonly Item[];
  readonly columns: readonly TableColumn<Item>[];
  readonly rowId: (row: Item) => string;
  /** The row that is opened, and what is shown under it. */
  readonly opened?: { readonly id: string | null; readonly detail: ReactNode };
  readonly maxWidth?: string;
}

/** Fewer rows are seen at a glance. */
const WORTH_FINDING = 8;

const kept = (label: string): ColumnVisibilityState => {
  try {
    return (JSON.parse(localStorage.getItem(`yule.columns.${label}`) ?? "{}") as ColumnVisibilityState | null) ?? {};
  } catch {
    return {};
  }
};

/** Columns as the table takes them: a figure is sorted by its size, words as a person would. @param first a row, to see which is which */
const definitions = <Item extends object>(columns: readonly TableColumn<Item>[], first: Item | undefined) =>
  columns.map(({ id, head, value }) => ({
    id,
    header: head,
    accessorFn: (row: Item) => value?.(row) ?? "",
    sortFn: value && first !== undefined && typeof value(first) === "number" ? ("basic" as const) : ("alphanumeric" as const),
    enableSorting: value !== undefined,
    enableGlobalFilter: value !== undefined,
    enableHiding: head !== "",
    sortDescFirst: false,
  }));

/** A table with heads: sorted by any of them, found by a word, with the columns that this device shows. */
export function DataTable<Item extends object>({ label, rows, columns, rowId, opened, maxWidth = "1060px" }: DataTableProps<Item>) {
  const [columnVisibility, setVisibility] = useState<ColumnVisibilityState>(() => kept(label));
  const defs = useMemo(() => definitions(columns, rows[0]), [columns, rows]);
  const data = useMemo(() => [...rows], [rows]);
  const table = useTable({
    features,
    columns: defs,
    data,
    getRowId: rowId,
    globalFilterFn: "includesString",
    getColumnCanGlobalFilter: (column) => columns.find(({ id }) => id === column.id)?.value !== undefined,
    state: { columnVisibility },
    onColumnVisibilityChange: (change) => {
      const next = typeof change === "function" ? change(columnVisibility) : change;
      setVisibility(next);
      localStorage.setItem(`yule.columns.${label}`, JSON.stringify(next));
    },
  });
  const shown = table.getRowModel().rows;
  const found = String(table.state.globalFilter ?? "");
  const of = (id: string): TableColumn<Item> | undefined => columns.find((column) => column.id === id);
  const display = (id: string) => ({ base: of(id)?.isAlways ? "table-cell" : "none", md: "table-cell" });
  const many = table.getVisibleLeafColumns().length;
  return (
    <Box maxWidth={maxWidth}>
      <Flex justify="flex-end" align="center" gap="10px" marginBottom="4px">
        {rows.length >= WORTH_FINDING && (
          <TextInput
            type="search"
            aria-label={t`Find in ${label}`}
            placeholder={t`find a word`}
            maxWidth="220px"
            value={found}
            onChange={(change) => table.setGlobalFilter(change.target.value)}
          />
        )}
        <ColumnChoice
          label={label}
          columns={columns.filter(({ head }) => head !== "")}
          isShown={(id) => columnVisibility[id] !== false}
          onTurn={(id) => table.getColumn(id)?.toggleVisibility()}
        />
      </Flex>
      <Table.Root aria-label={label} width="100%" css={{ borderCollapse: "collapse" }}>
        <Table.Header>
          {table.getHeaderGroups().map((group) => (
            <Table.Row key={group.id}>
              {group.headers.map((header) => {
                const sorted = header.column.getIsSorted();
                return (
                  <Table.ColumnHeader
                    key={header.id}
                    scope="col"
                    textAlign="start"
                    fontWeight={500}
                    color="softInk"
                    paddingX="8px"
                    paddingBottom="4px"
                    width={of(header.id)?.width}
                    display={display(header.id)}
                    {...(header.column.getCanSort() ? { "aria-sort": sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none" } : {})}
                  >
                    {header.column.getCanSort() ? (
                      <button
                        type="button"
                        onClick={header.column.getToggleSortingHandler()}
                        style={{ font: "inherit", color: "inherit", cursor: "pointer", minHeight: 44, display: "inline-flex", alignItems: "center", gap: 4, textAlign: "start" }}
                      >
                        {of(header.id)?.head}
                        {sorted === "asc" && <ArrowUp size={16} aria-hidden />}
                        {sorted === "desc" && <ArrowDown size={16} aria-hidden />}
                      </button>
                    ) : (
                      of(header.id)?.head
                    )}
                  </Table.ColumnHeader>
                );
              })}
            </Table.Row>
          ))}
        </Table.Header>
        <Table.Body>
          {shown.map((row) => {
            const isOpen = opened?.id === row.id;
            return (
              <Fragment key={row.id}>
                <Table.Row borderTop="1px solid" borderColor="hairline" bg={isOpen ? "table" : "transparent"} {...(isOpen ? { "aria-current": "true" as const } : {})}>
                  {row.getVisibleCells().map((cell) => (
                    <Table.Cell key={cell.id} paddingX="8px" paddingY="9px" verticalAlign="middle" display={display(cell.column.id)}>
                      {of(cell.column.id)?.cell(row.original)}
                    </Table.Cell>
                  ))}
                </Table.Row>
                {isOpen && (
                  <Table.Row>
                    <Table.Cell colSpan={many} bg="table" borderBottomRadius="8px" padding="4px 14px 18px">
                      {opened.detail}
                    </Table.Cell>
                  </Table.Row>
                )}
              </Fragment>
            );
          })}
        </Table.Body>
      </Table.Root>
      {shown.length === 0 && found !== "" && <Text color="softInk" paddingY="10px">{t`Nothing in ${label} holds “${found}”.`}</Text>}
    </Box>
  );
}

/** Which columns this device shows. */
function ColumnChoice({
  label,
  columns,
  isShown,
  onTurn,
}: {
  label: string;
  columns: readonly { readonly id: string; readonly head: string }[];
  isShown: (id: string) => boolean;
  onTurn: (id: string) => void;
}) {
  return (
    <Popup
      placement="bottom-end"
      trigger={
        <Button variant="ghost" size="sm" paddingInline="8px" aria-label={t`Choose the columns of ${label}`}>
          {rich`${(<Columns3 size={18} aria-hidden />)} Columns`}
        </Button>
      }
    >
      {columns.map(({ id, head }) => (
        <Tick key={id} checked={isShown(id)} onChange={() => onTurn(id)}>
          {head}
        </Tick>
      ))}
    </Popup>
  );
}
