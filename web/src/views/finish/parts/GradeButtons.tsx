import { t } from "@yule/core";
import { Archive, Check, LifeBuoy, X, type LucideIcon } from "lucide-react";
import { Button, Grid } from "@chakra-ui/react";
import type { Grade } from "@yule/contract";

export const GRADES: readonly { readonly grade: Grade; readonly word: () => string; readonly key: string; readonly Mark: LucideIcon }[] = [
  { grade: "good", word: () => t`It is good`, key: "g", Mark: Check },
  { grade: "rescue", word: () => t`Rescue it`, key: "r", Mark: LifeBuoy },
  { grade: "stash", word: () => t`Keep for stash`, key: "s", Mark: Archive },
  { grade: "scrap", word: () => t`Scrap`, key: "x", Mark: X },
];

/** What becomes of a panel, large enough for a wet thumb. */
export function GradeButtons({ number, grade, onGrade }: { number: number; grade: Grade | null; onGrade: (as: Grade) => void }) {
  return (
    <Grid role="group" aria-label={t`Grade panel ${String(number)}`} templateColumns="1fr 1fr" gap="8px">
      {GRADES.map((each) => (
        <Button
          key={each.grade}
          minHeight="56px"
          justifyContent="flex-start"
          variant={grade === each.grade ? "solid" : "outline"}
          aria-pressed={grade === each.grade}
          onClick={() => onGrade(each.grade)}
        >
          <each.Mark size={20} aria-hidden /> {each.word()}
        </Button>
      ))}
    </Grid>
  );
}
