import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@yule/core";

const GROUP = 4;
/** In groups that are read off and typed more easily. */
const grouped = (code: string): string => code.match(new RegExp(`.{1,${String(GROUP)}}`, "g"))?.join(" ") ?? code;

/** The code for a passphrase that is forgotten. It is shown this once: nothing keeps it but her. */
export function KeptCode({ code, onKept }: { code: string; onKept: () => void }) {
  return (
    <Box role="status" marginTop="12px" border="2px solid" borderColor="ink" borderRadius="12px" padding="16px" maxWidth="46em">
      <Text fontWeight={600}>{t`The passphrase is kept. Write this code on paper, and put it where your papers are.`}</Text>
      <Text fontFamily="heading" fontSize={{ base: "26px", md: "34px" }} fontWeight={700} letterSpacing="0.05em" marginY="8px">
        {grouped(code)}
      </Text>
      <Text>{t`It is shown this once. If the passphrase is forgotten, it sets a new one and sends all devices out; then it is over.`}</Text>
      <Flex justify="flex-end" marginTop="10px">
        <Button onClick={onKept}>{t`I have it on paper`}</Button>
      </Flex>
    </Box>
  );
}
