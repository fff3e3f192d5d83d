import { Box, Button, Text } from "@chakra-ui/react";
import { t } from "@yule/core";
import { CircleQuestionMark } from "lucide-react";
import { useLocation } from "react-router";
import { Popup } from "../kit/Popup.tsx";
import { VIEWS } from "./views.ts";

/** What the page decides, for who opens it the first time: one press, and never in the way. */
export function PageHelp() {
  const { pathname } = useLocation();
  const view = VIEWS.find(({ path }) => pathname.startsWith(`/${path}`));
  if (!view) return null;
  return (
    <Box float="inline-end" marginInlineStart="12px">
      <Popup
        placement="bottom-end"
        trigger={
          <Button variant="ghost" minWidth="44px" paddingInline="0" color="softInk" aria-label={t`What this page decides`}>
            <CircleQuestionMark size={22} aria-hidden />
          </Button>
        }
      >
        <Text fontWeight={700} marginBottom="6px">{t`What this page decides`}</Text>
        {view.help().map((sentence) => (
          <Text key={sentence} marginBottom="8px">
            {sentence}
          </Text>
        ))}
      </Popup>
    </Box>
  );
}
