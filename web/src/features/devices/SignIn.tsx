import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { WaysInRead } from "@yule/contract";
import { t, wordsFor } from "@yule/core";
import { useEffect, useState } from "react";
import { request } from "../../data/api.ts";
import { forgetAnswers } from "../../data/cache.ts";
import { mayUsePasskeys } from "./asking.ts";
import { ByCode, ByPasskey, ByPassphrase, Forgotten } from "./WaysIn.tsx";

type Way = "code" | "passphrase" | "passkey" | "forgotten";
/** What each other way is called on the button that takes it. */
const OTHER_WORDS: Readonly<Record<Way, string>> = wordsFor({
  code: () => t`Come in by a code`,
  passphrase: () => t`Come in by the passphrase`,
  passkey: () => t`Come in by a passkey`,
  forgotten: () => t`I forgot the passphrase`,
});
const FORMS = { code: ByCode, passphrase: ByPassphrase, passkey: ByPasskey, forgotten: Forgotten } as const;

/** The ways that are there, the shortest first; a code is one always. */
function waysOf({ hasPassphrase, hasPasskeys: areThere }: WaysInRead): Way[] {
  const keys = areThere && mayUsePasskeys();
  return [...(keys ? (["passkey"] as const) : []), ...(hasPassphrase ? (["passphrase"] as const) : []), "code", ...(hasPassphrase ? (["forgotten"] as const) : [])];
}

/** What a device shows that was not let in, or no more: by what it may come in. */
export function SignIn() {
  const [ways, setWays] = useState<readonly Way[] | null>(null);
  const [areSeveral, setSeveral] = useState(false);
  const [chosen, setChosen] = useState<Way | null>(() => (new URLSearchParams(location.search).has("code") ? "code" : null));
  // Who was sent out leaves nothing of the shop behind on the device.
  useEffect(() => void forgetAnswers().catch(() => undefined), []);
  useEffect(() => {
    request("ways-in")
      .then((found) => {
        setSeveral((found as WaysInRead).areSeveral);
        setWays(waysOf(found as WaysInRead));
      })
      // Where they cannot be asked for, a code is tried; the server says what is wrong.
      .catch(() => setWays(["code"]));
  }, []);
  if (!ways) return null;
  const way = chosen ?? ways[0] ?? "code";
  const Form = FORMS[way];
  return (
    <Flex minHeight="100vh" align="center" justify="center" padding="20px" bg="table">
      <Box as="main" bg="paper" borderRadius="14px" padding="28px" width="100%" maxWidth="560px">
        <Heading as="h1" id="verdict" tabIndex={-1} fontSize="28px" fontWeight={600} marginBottom="8px">{t`This device was not let in yet.`}</Heading>
        <Form key={way} areSeveral={areSeveral} />
        {ways.length > 1 && (
          <Flex as="nav" aria-label={t`Other ways in`} gap="6px 12px" wrap="wrap" marginTop="18px" borderTop="1px solid" borderColor="hairline" paddingTop="12px">
            {ways
              .filter((each) => each !== way)
              .map((each) => (
                <Button key={each} variant="ghost" type="button" onClick={() => setChosen(each)}>
                  {OTHER_WORDS[each]}
                </Button>
              ))}
          </Flex>
        )}
        {ways.length === 1 && <Text color="softInk" marginTop="14px">{t`A passphrase, once it is set there, lets you in without that machine.`}</Text>}
      </Box>
    </Flex>
  );
}
