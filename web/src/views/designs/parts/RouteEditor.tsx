import { moved, Sortable, SortableItem } from "../../../kit/Sortable.tsx";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { isTechnique, techniqueNamed, TECHNIQUES, OVERNIGHT, type Technique, type TechniqueId, t } from "@yule/core";
import { newStage, type Stage } from "@yule/derive";
import { v7 } from "uuid";
import { Choice, TextInput } from "../../../kit/FormField.tsx";

const MOST_STAGES = 40;

/** The route changed by hand: stages from the library, up and down, longer or shorter; what it breaks is said as it is changed. */
export function RouteEditor({ stages, onChange }: { stages: readonly Stage[]; onChange: (stages: Stage[]) => void }) {
  const put = (id: string, patch: Partial<Stage>): void => onChange(stages.map((stage) => (stage.id === id ? { ...stage, ...patch } : stage)));
  const move = (from: number, to: number): void => onChange(moved(stages, from, to));
  return (
    <Box as="section" aria-label={t`Change the route`}>
      <Sortable ids={stages.map(({ id }) => id)} onMove={move}>
        {stages.map((stage, index) => (
          <SortableItem key={stage.id} id={stage.id} name={stage.name}>
            {(grip) => (
              <>
                <Flex role="group" aria-label={stage.name} gap="6px" align="center" borderTop="1px solid" borderColor="hairline" paddingY="5px">
                  {grip}
                  <TextInput
                    aria-label={t`Name of stage ${String(index + 1)}`}
                    value={stage.name}
                    maxLength={120}
                    flex="1"
                    minWidth="90px"
                    onChange={(change) => put(stage.id, { name: change.target.value })}
                  />
                  <Minutes label={t`${stage.name}, hands`} value={stage.hands} onRead={(hands) => put(stage.id, { hands })} />
                  <Minutes label={t`${stage.name}, drying`} value={stage.dry} onRead={(dry) => put(stage.id, { dry })} />
                  <Button variant="ghost" minWidth="36px" paddingInline="0" aria-label={t`${stage.name} earlier`} disabled={index === 0} onClick={() => move(index, index - 1)}>
                    <ArrowUp size={18} aria-hidden />
                  </Button>
                  <Button
                    variant="ghost"
                    minWidth="36px"
                    paddingInline="0"
                    aria-label={t`${stage.name} later`}
                    disabled={index === stages.length - 1}
                    onClick={() => move(index, index + 1)}
                  >
                    <ArrowDown size={18} aria-hidden />
                  </Button>
                  <Button
                    variant="ghost"
                    minWidth="36px"
                    paddingInline="0"
                    aria-label={t`Leave out ${stage.name}`}
                    disabled={stages.length === 1}
                    onClick={() => onChange(stages.filter((each) => each !== stage))}
                  >
                    <X size={18} aria-hidden />
                  </Button>
                </Flex>
                {isUntold(stage) && <AskTechnique stage={stage} onTell={(technique) => put(stage.id, { technique })} />}
              </>
            )}
          </SortableItem>
        ))}
      </Sortable>
      {stages.length < MOST_STAGES && (
        <Box marginTop="10px">
          <Choice
            aria-label={t`One more stage`}
            value=""
            onChange={(change) => isTechnique(change.target.value) && onChange([...stages, newStage(v7(), change.target.value)])}
            options={[{ value: "", label: t`one more stage from the library …` }, ...TECHNIQUES.map((each) => ({ value: each.id, label: libraryWords(each) }))]}
          />
        </Box>
      )}
      <Text color="softInk" fontSize="15px" marginTop="4px">{t`The two figures are minutes of hands for a panel, and of drying.`}</Text>
    </Box>
  );
}

/** Neither its name nor the maker tells what is done in it: the rules of the craft cannot watch it. */
const isUntold = ({ technique, name }: Stage): boolean => !technique && name.trim() !== "" && techniqueNamed(name) === null;

/** A stage whose name does not tell what is done is asked about. */
function AskTechnique({ stage, onTell }: { stage: Stage; onTell: (technique: TechniqueId) => void }) {
  return (
    <Flex gap="8px 12px" align="center" wrap="wrap" paddingBottom="8px" paddingInlineStart="34px">
      <Text as="label" color="tight" fontWeight={600}>
        {t`What is done in “${stage.name}”?`}
      </Text>
      <Box width="260px">
        <Choice
          aria-label={t`What is done in ${stage.name}`}
          value=""
          onChange={(change) => isTechnique(change.target.value) && onTell(change.target.value)}
          options={[{ value: "", label: t`not told: no rule watches it` }, ...TECHNIQUES.map((each) => ({ value: each.id, label: each.name }))]}
        />
      </Box>
    </Flex>
  );
}

/** A technique with what is put on, how wet, and its everyday times: `Wash: watercolour, much water; 2 min a panel, dries 30 min`. */
const libraryWords = ({ name, medium, water, hands, dry, within, portable }: Technique): string => {
  const how = [medium, water === "none" ? "" : `${water} water`].filter((each) => each !== "").join(", ");
  const times = [
    hands > 0 ? t`${String(hands)} min a panel` : "",
    dry > 0 ? `dries ${dry >= OVERNIGHT ? t`overnight` : t`${String(dry)} min`}` : "",
    within === null ? "" : `within ${String(within)} min`,
    portable ? t`on the sofa` : "",
  ];
  return `${name}${how ? `: ${how}` : ""}; ${times.filter((each) => each !== "").join(", ")}`;
};

function Minutes({ label, value, onRead }: { label: string; value: number; onRead: (minutes: number) => void }) {
  return (
    <TextInput
      aria-label={label}
      inputMode="numeric"
      width="62px"
      paddingInline="8px"
      value={String(value)}
      onChange={(change) => {
        const read = Number(change.target.value);
        if (Number.isInteger(read) && read >= 0 && read <= 20_160) onRead(read);
      }}
    />
  );
}
