import { Button, Flex, Text } from "@chakra-ui/react";
import type { ShopWindowRead } from "@yule/contract";
import { day, t } from "@yule/core";
import { listingsOf, type ListedNeed } from "@yule/derive";
import { useMemo } from "react";
import { useShopWindowQuery } from "../../../data/api.ts";
import { DataTable, type TableColumn } from "../../../kit/DataTable.tsx";
import { useMeasure } from "../../../kit/measure.tsx";
import { saveFile } from "../../../kit/save.ts";
import { Loading, Teach } from "../../../kit/states.tsx";
import { Figure, Verdict } from "../../../kit/Verdict.tsx";
import type { DispatchAskProps } from "../ask.ts";
import { printDay } from "../../../kit/say.ts";

const unknownWindow = (): ShopWindowRead => ({ name: t`The shop`, simulated: true, stock: [] });

/** Shop listings: what is to be photographed and put up by when, and how many of each may be sold there. */
export default function ListingsAsk({ outlook }: DispatchAskProps) {
  const { data, error } = useShopWindowQuery();
  const { size } = useMeasure();
  const window = data ?? (error ? unknownWindow() : null);
  const listings = useMemo(() => (window ? listingsOf(outlook, window.stock) : []), [outlook, window]);
  const columns = useMemo(() => columnsFor(size), [size]);
  if (!window) return <Loading />;
  const [next] = listings.filter((each) => each.next !== null);
  const may = window.stock.reduce((sum, { cards }) => sum + cards, 0);
  return (
    <>
      <Verdict>
        {next?.next ? (
          <>
            {t`${next.next.what === "photograph" ? t`Photograph` : t`Put up`} ${next.view.need.title} by `}
            <Figure tone={next.made === 0 ? "tight" : "ink"} why={whyThen(next)}>
              {printDay(next.next.by)}
            </Figure>
            {next.made === 0 ? t`, and no card of it is made yet` : ""}.{" "}
          </>
        ) : listings.length > 0 ? (
          t`Every listing is up. `
        ) : (
          t`Nothing is listed. `
        )}
        {data === undefined ? (
          t`How many may be sold is not known while the server is away.`
        ) : (
          <>
            {t`${window.name} may sell `}
            <Figure
              why={t`Cards made for listings, and cards that belong to nobody; not those that are promised to somebody or packed for a fair. It is told after every change, so nothing is sold twice.`}
            >
              {may === 1 ? t`1 card` : t`${String(may)} cards`}
            </Figure>
            .
          </>
        )}
      </Verdict>
      {listings.length === 0 ? (
        <Teach
          title={t`In the shop window`}
        >{t`A need for a shop listing in Season stands here with the day of its photo and the day it must be up, its texts and sizes for the shop, and how many may be sold.`}</Teach>
      ) : (
        <DataTable label={t`Listings`} rows={listings} columns={columns} rowId={({ view }) => view.need.id} maxWidth="1080px" />
      )}
      <Flex gap="16px" align="center" wrap="wrap" marginTop="16px">
        {listings.length > 0 && (
          <Button
            variant="outline"
            onClick={() => void import("../listingsCsv.ts").then(({ listingsCsv }) => saveFile("listings.csv", "text/csv", listingsCsv(listings, outlook.shop.currency)))}
          >{t`Save texts and sizes as CSV`}</Button>
        )}
        <Text color="softInk">{t`${window.name}: an invented shop that only keeps what it is told.`}</Text>
      </Flex>
    </>
  );
}

function whyThen({ view, next }: ListedNeed): string {
  const { need } = view;
  const up = t`It must be up by ${printDay(day(need.liveBy ?? need.due))}`;
  return next?.what === "photograph" && need.photoOn === null ? t`${up}; no day for the photo was told, so two days before are taken.` : `${up}.`;
}

const columnsFor = (size: ReturnType<typeof useMeasure>["size"]): readonly TableColumn<ListedNeed>[] => [
  {
    id: "listing",
    head: t`Listing`,
    isAlways: true,
    value: ({ view }) => view.need.title,
    cell: ({ view, width, height }) => (
      <>
        <Text fontWeight={700} overflowWrap="anywhere">
          {view.need.title}
        </Text>
        <Text color="softInk" fontSize="15px">
          {view.design.name}, {size(width, height)}
        </Text>
      </>
    ),
  },
  {
    id: "next",
    head: t`Next`,
    isAlways: true,
    value: ({ next }) => next?.by ?? "9",
    cell: ({ next }) => (next === null ? t`is up` : `${next.what} by ${printDay(next.by)}`),
  },
  { id: "made", head: t`Made`, value: ({ made }) => made, cell: ({ made, view }) => `${String(made)} of ${String(view.cards)}` },
  {
    id: "may",
    head: t`May be sold`,
    isAlways: true,
    value: ({ variants }) => variants.reduce((sum, { cards }) => sum + cards, 0),
    cell: ({ variants }) => variants.map(({ name, cards }) => `${name} ${String(cards)}`).join(", "),
  },
];
