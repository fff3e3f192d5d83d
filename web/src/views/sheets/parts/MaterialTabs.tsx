import { t } from "@yule/core";
import { Flex, Text } from "@chakra-ui/react";
import type { MaterialNeeds } from "@yule/core";
import type { Outlook } from "@yule/derive";

/** The materials of the season's cutting, the one at hand open like a leaf on the pile. */
export function MaterialTabs({ groups, chosen, outlook, onChoose }: { groups: readonly MaterialNeeds[]; chosen: string; outlook: Outlook; onChoose: (id: string) => void }) {
  if (groups.length < 2) return null;
  return (
    <Flex role="group" aria-label={t`Material`} wrap="wrap" gap="6px" marginBottom="14px">
      {groups.map(({ material, pieces }) => {
        const store = outlook.stores.find((each) => each.id === material.id);
        const count = pieces.reduce((sum, piece) => sum + piece.count, 0);
        return (
          <button
            key={material.id}
            type="button"
            aria-pressed={material.id === chosen}
            onClick={() => onChoose(material.id)}
            style={{
              minHeight: 44,
              padding: "4px 14px",
              borderRadius: 8,
              textAlign: "start",
              cursor: "pointer",
              border: material.id === chosen ? "2px solid var(--chakra-colors-ink)" : "1px solid var(--chakra-colors-hairline)",
            }}
          >
            <Text fontWeight={material.id === chosen ? 700 : 500}>{store?.name ?? t`Paper`}</Text>
            <Text fontSize="14px" color="softInk">
              {t`${count === 1 ? t`1 piece` : t`${String(count)} pieces`}, ${store?.onHand ?? 0} on the shelf`}
            </Text>
          </button>
        );
      })}
    </Flex>
  );
}
