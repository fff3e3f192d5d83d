import { t } from "@yule/core";
import { chakra, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { FilePick } from "./FormField.tsx";

/** Rows of a table, from a CSV file or pasted from a spreadsheet. `children` stand beside the file. @param onFile reads the file: its coding and size are its matter */
export function PasteRows({
  label,
  rows,
  onRows,
  onFile,
  accept = ".csv,text/csv,text/plain",
  children,
}: {
  label: string;
  rows: string;
  onRows: (rows: string) => void;
  onFile: (file: File) => void;
  accept?: string;
  children?: ReactNode;
}) {
  return (
    <>
      <Flex gap="10px" wrap="wrap" marginBottom="10px" align="center">
        <FilePick accept={accept} onPick={onFile}>
          {accept.includes(".vcf") ? t`Open a file` : t`Open a CSV file`}
        </FilePick>
        {children}
      </Flex>
      <chakra.textarea
        aria-label={label}
        value={rows}
        onChange={(change) => onRows(change.target.value)}
        rows={6}
        width="100%"
        border="1.5px solid"
        borderColor="ink"
        borderRadius="8px"
        padding="10px"
        fontSize="15px"
        whiteSpace="pre"
      />
    </>
  );
}
