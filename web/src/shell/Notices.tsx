import { t } from "@yule/core";
import { X } from "lucide-react";
import { faultText, useSpeech } from "../kit/measure.tsx";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useEffect, useState } from "react";
import { noticeDismissed, type Notice } from "../data/notices.ts";
import { undo } from "../data/outbox.ts";
import { useAppDispatch, useAppSelector } from "../data/store.ts";

const SHOWN_MS = 9_000;
/** Nor does it stay for ever where a plan does not come. */
const HELD_MS = 30_000;

function NoticeLine({ notice, isHeld }: { notice: Notice; isHeld: boolean }) {
  const dispatch = useAppDispatch();
  const speech = useSpeech();
  const [isTouched, setTouched] = useState(false);
  const shown = isHeld && notice.undo !== null ? HELD_MS : SHOWN_MS;
  useEffect(() => {
    if (isTouched) return undefined;
    const timer = setTimeout(() => dispatch(noticeDismissed(notice.id)), shown);
    return () => clearTimeout(timer);
  }, [dispatch, notice.id, isTouched, shown]);
  return (
    <Flex
      role="status"
      onPointerEnter={() => setTouched(true)}
      onPointerLeave={() => setTouched(false)}
      onFocus={() => setTouched(true)}
      onBlur={() => setTouched(false)}
      bg="ink"
      color="paper"
      borderRadius="10px"
      paddingInlineStart="16px"
      paddingInlineEnd="6px"
      minHeight="52px"
      align="center"
      gap="12px"
      maxWidth="min(560px, 94vw)"
      border={notice.bad ? "2px solid" : "none"}
      borderColor="cannot"
    >
      <Text flex="1" paddingY="8px">
        {notice.lines.map((line) => faultText(line, speech)).join("; ")}
      </Text>
      {notice.undo !== null && (
        <Button variant="ghost" color="paper" _hover={{ bg: "softInk" }} onClick={() => (dispatch(noticeDismissed(notice.id)), void undo(notice.undo ?? ""))}>{t`Undo`}</Button>
      )}
      <Button
        variant="ghost"
        color="paper"
        _hover={{ bg: "softInk" }}
        textDecoration="none"
        aria-label={t`Close this note`}
        minWidth="44px"
        onClick={() => dispatch(noticeDismissed(notice.id))}
      >
        <X size={20} aria-hidden />
      </Button>
    </Flex>
  );
}

/**
 * What was just done, with its undo; nothing asks for confirmation.
 * @param isHeld the season is being planned anew: what can be undone stays until it is seen what it means, and so does what is under the hand
 */
export function Notices({ isHeld }: { isHeld: boolean }) {
  const notices = useAppSelector((state) => state.outbox.notices);
  return (
    <Flex
      position="fixed"
      bottom="16px"
      left="50%"
      transform="translateX(-50%)"
      direction="column"
      gap="8px"
      zIndex={1500}
      align="center"
      width="max-content"
      maxWidth="calc(100vw - 24px)"
    >
      {notices.map((notice) => (
        <NoticeLine key={notice.id} notice={notice} isHeld={isHeld} />
      ))}
    </Flex>
  );
}

/** Says that the server is away, and how much waits for it. */
export function AwayLine() {
  const { online, waiting } = useAppSelector((state) => state.outbox);
  if (online && waiting === 0) return null;
  return (
    <Box role="status" bg="tightFill" color="#1D252D" paddingX="20px" paddingY="8px" fontWeight={600}>
      {online
        ? t`Sending ${String(waiting)} …`
        : t`The server is away. You can go on; ${waiting === 0 ? t`nothing waits to be sent` : waiting === 1 ? t`1 entry is kept and will be sent` : t`${String(waiting)} entries are kept and will be sent`}.`}
    </Box>
  );
}
