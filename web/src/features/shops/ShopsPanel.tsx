import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { openShop, problemFaults, type ShopHere, type ShopOpened } from "@yule/contract";
import { t } from "@yule/core";
import { useState } from "react";
import { problemIn, request, useShopsQuery } from "../../data/api.ts";
import { Dialog } from "../../kit/Dialog.tsx";
import { useSchemaForm } from "../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../kit/FormField.tsx";
import { enterShop } from "../../kit/shopAt.ts";

type Faults = Parameters<typeof FaultLines>[0]["faults"];
/** A demo that is painted takes its time. */
const LONG_MS = 120_000;

/** The page begins anew in a shop: what it read is of the one before. */
function enter(id: string): void {
  enterShop(id);
  location.assign("/season");
}
const opened = async (path: string, body?: object): Promise<string> => {
  const told = body === undefined ? {} : { headers: { "content-type": "application/json" }, body: JSON.stringify(body) };
  return ((await request(path, { method: "POST", signal: AbortSignal.timeout(LONG_MS), ...told })) as ShopOpened).id;
};

/** Unlike a command nothing of this is kept to be sent later. */
function faultsIn(thrown: unknown): Faults {
  const problem = problemIn(thrown);
  return problem.status === 0 ? [t`The server does not answer. Nothing was opened and nothing set back; try again once it does.`] : problemFaults(problem);
}

/** The shops of this machine: which one she is in, the others to enter, one of her own to open, and the demo to try things in. */
export function ShopsPanel({ shopId }: { shopId: string }) {
  const { data } = useShopsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [asked, setAsked] = useState<"own" | "back" | null>(null);
  const [busy, setBusy] = useState(false);
  const [faults, setFaults] = useState<Faults>([]);
  if (!data?.mayOpen) return null;
  const demo = data.shops.find(({ isDemo }) => isDemo);
  const inDemo = demo?.id === shopId;
  const openDemo = async (): Promise<void> => {
    setBusy(true);
    setFaults([]);
    try {
      enter(await opened("shops/demo"));
    } catch (thrown) {
      setFaults(faultsIn(thrown));
      setBusy(false);
    }
  };
  return (
    <Box as="section" aria-labelledby="shops-here" borderBottom="1px solid" borderColor="hairline" paddingBottom="16px" marginBottom="18px">
      <Heading as="h3" id="shops-here" fontSize="20px" fontWeight={600} marginBottom="6px">{t`Shops on this machine`}</Heading>
      <Text marginBottom="10px">
        {inDemo
          ? t`This is the demo: try whatever you like in it. Nothing here is yours, and nothing of yours is here.`
          : t`You are in your own shop. What is done in another one changes nothing in it.`}
      </Text>
      <Flex gap="8px 12px" wrap="wrap" align="center">
        {data.shops
          .filter(({ id }) => id !== shopId)
          .map((each) => (
            <Button key={each.id} variant="outline" disabled={busy} onClick={() => enter(each.id)}>
              {entering(each)}
            </Button>
          ))}
        {!demo && (
          <Button variant="outline" disabled={busy} onClick={() => void openDemo()}>
            {busy ? t`Opening the demo …` : t`Open the demo beside it`}
          </Button>
        )}
        {inDemo && (
          <Button variant="outline" disabled={busy} onClick={() => setAsked("back")}>
            {busy ? t`Setting the demo back …` : t`Set the demo back to its beginning`}
          </Button>
        )}
        <Button variant={inDemo && data.shops.length === 1 ? "solid" : "ghost"} disabled={busy} onClick={() => setAsked("own")}>{t`Open a shop of your own`}</Button>
      </Flex>
      <FaultLines faults={faults} />
      {asked === "own" && <OwnShop onClose={() => setAsked(null)} />}
      {asked === "back" && (
        <Dialog title={t`Set the demo back?`} onClose={() => setAsked(null)}>
          <Text>{t`All that was tried in the demo is gone then, on every device that is in it. Your own shops stay as they are.`}</Text>
          <Flex gap="10px" justify="flex-end" marginTop="14px">
            <Button variant="outline" onClick={() => setAsked(null)}>{t`Leave it as it is`}</Button>
            <Button
              onClick={() => {
                setAsked(null);
                void openDemo();
              }}
            >{t`Set the demo back`}</Button>
          </Flex>
        </Dialog>
      )}
    </Box>
  );
}

const entering = ({ name, isDemo }: ShopHere): string => (isDemo ? t`Enter the demo, ${name}` : t`Enter ${name}`);

function OwnShop({ onClose }: { onClose: () => void }) {
  const form = useSchemaForm(openShop, { name: "" });
  const [away, setAway] = useState<Faults>([]);
  const open = form.handleSubmit(async (told) => {
    try {
      enter(await opened("shops", told));
    } catch (thrown) {
      if (problemIn(thrown).status === 0) setAway(faultsIn(thrown));
      else form.refuse(problemIn(thrown));
    }
  });
  return (
    <Dialog title={t`A shop of your own`} onClose={onClose}>
      <form noValidate onSubmit={(event) => void open(event)}>
        <Text marginBottom="12px">{t`It begins empty, with the country, the money and the units of this one; its settings change them.`}</Text>
        <FormField label={t`Name of the shop`} fault={form.faultOf("name")}>
          <TextInput {...form.register("name")} autoComplete="off" />
        </FormField>
        <FaultLines faults={[...form.rest, ...away]} />
        <Flex gap="10px" justify="flex-end" marginTop="14px">
          <Button variant="outline" type="button" onClick={onClose}>{t`Leave it as it is`}</Button>
          <Button type="submit" disabled={form.formState.isSubmitting}>{t`Open this shop`}</Button>
        </Flex>
      </form>
    </Dialog>
  );
}
