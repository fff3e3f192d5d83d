import { ofShop } from "../../kit/shopAt.ts";
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { NoteRead } from "@yule/contract";
import { t } from "@yule/core";
import { sendCommand } from "../../data/outbox.ts";
import { pictureUrl, smallPictureUrl } from "../picture/Picture.tsx";

/** What is pinned to an entry: its words, its photo to be seen large, its voice note to be heard. */
export const Notes = ({ notes }: { notes: readonly NoteRead[] }) =>
  notes.length === 0 ? null : (
    <Box as="ul" listStyleType="none" aria-label={t`Notes`} marginBottom="6px">
      {notes.map((note) => (
        <Note key={note.id} note={note} />
      ))}
    </Box>
  );

function Note({ note: { id, version, text, pictureId, recordingId } }: { note: NoteRead }) {
  const [large, small] = [pictureUrl(pictureId), smallPictureUrl(pictureId)];
  return (
    <Flex as="li" gap="8px 14px" wrap="wrap" align="center" borderInlineStart="4px double" borderColor="ink" paddingInlineStart="12px" marginTop="6px">
      {large && small && (
        <a href={large} target="_blank" rel="noreferrer" aria-label={t`See the photo large`}>
          <img
            src={small}
            alt={text === "" ? t`Photo of a note` : text}
            loading="lazy"
            style={{ height: 96, maxWidth: 160, objectFit: "cover", borderRadius: 4, display: "block" }}
          />
        </a>
      )}
      {text !== "" && (
        <Text flex="1 1 340px" minWidth={0} overflowWrap="anywhere" fontFamily="heading" fontStyle="italic">
          {text}
        </Text>
      )}
      {recordingId && <audio controls preload="none" src={ofShop(`/api/recordings/${recordingId}`)} aria-label={t`Voice note`} style={{ height: 44, maxWidth: "100%" }} />}
      <Button variant="ghost" size="sm" onClick={() => void sendCommand("remove-note", { id, version })}>{t`Take the note away`}</Button>
    </Flex>
  );
}
