import { Archive, Check, LifeBuoy, X, type LucideIcon } from "lucide-react";
import { Button, Flex } from "@chakra-ui/react";
import type { Grade } from "@yule/contract";

export const GRADES: readonly { readonly grade: Grade; readonly word: string; readonly key: string; readonly Mark: LucideIcon }[] = [
  { grade: "good", word: "good", key: "g", Mark: Check },
  { grade: "rescue", word: "rescue", key: "r", Mark: LifeBuoy },
  { grade: "stash", word: "stash", key: "s", Mark: Archive },
  { grade: "scrap", word: "scrap", key: "x", Mark: X },
];

/** The four grades of one panel as buttons; with their words where there is room. */
export function GradeButtons({ number, grade, withWords = false, onGrade }: { number: number; grade: Grade | null; withWords?: boolean; onGrade: (as: Grade) => void }) {
  return (
    <Flex role="group" aria-label={`Grade panel ${String(number)}`} gap={withWords ? "8px" : "4px"} wrap={withWords ? "wrap" : undefined}>
      {GRADES.map((each) => (
        <Button
          key={each.grade}
          flex={withWords ? undefined : "1"}
          paddingInline={withWords ? undefined : "0"}
          minWidth={0}
          variant={grade === each.grade ? "solid" : "outline"}
          aria-pressed={grade === each.grade}
          aria-label={each.word}
          title={each.word}
          onClick={() => onGrade(each.grade)}
        >
          <each.Mark size={20} aria-hidden />
          {withWords && ` ${each.word}`}
        </Button>
      ))}
    </Flex>
  );
}
