import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { startRegistration } from "@simplewebauthn/browser";
import { passkeyDevice, problemTitle, provePassphrase, setPassphrase, type DevicesRead, type PassphraseSetRead } from "@yule/contract";
import { t } from "@yule/core";
import { useState } from "react";
import { problemIn, ProblemError } from "../../data/api.ts";
import { useSchemaForm } from "../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput, Tick } from "../../kit/FormField.tsx";
import { ask, mayUsePasskeys, notDone, sending } from "./asking.ts";
import { KeptCode } from "./KeptCode.tsx";
import { SecretInput } from "./SecretInput.tsx";

type Task = "set" | "passkey" | "prove";

/** What opens the shop where its own machine is far: a passphrase known by heart, and passkeys. */
export function Passphrase({ read, dayOf, onChanged }: { read: DevicesRead; dayOf: (at: string) => string; onChanged: () => void }) {
  const [task, setTask] = useState<Task | null>(null);
  const [code, setCode] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const { passphraseSince: since, passkeys, mayManage, isHere } = read;
  const done = (): void => {
    setTask(null);
    onChanged();
  };
  const takeAway = async (path: string): Promise<void> => {
    setFault(null);
    await ask("DELETE", path).catch((thrown: unknown) => setFault(problemTitle(problemIn(thrown))));
    onChanged();
  };
  return (
    <Box as="section" aria-label={t`Passphrase and passkeys`} marginTop="18px">
      <Heading as="h4" fontSize="17px" fontWeight={600} marginBottom="4px">{t`Without the machine of the shop`}</Heading>
      <Text maxWidth="52em">
        {since === null
          ? t`No passphrase opens the shop. Another device comes in by a code from its machine alone.`
          : t`A passphrase opens the shop from any device that reaches it, since ${dayOf(since)}.`}
      </Text>
      {passkeys.length > 0 && (
        <Box as="ul" listStyleType="none" marginTop="6px" aria-label={t`Passkeys`}>
          {passkeys.map((each) => (
            <Flex as="li" key={each.id} gap="4px 16px" wrap="wrap" align="center" borderTop="1px solid" borderColor="hairline" paddingY="4px">
              <Box flex="1 1 280px">
                {t`Passkey`}{" "}
                <b>
                  <bdi>{each.name}</bdi>
                </b>
                <Text color="softInk">{each.usedAt === null ? t`made ${dayOf(each.madeAt)}, not used yet` : t`made ${dayOf(each.madeAt)}, last used ${dayOf(each.usedAt)}`}</Text>
              </Box>
              {mayManage && (
                <Button
                  variant="ghost"
                  onClick={() => void takeAway(`passkeys/${encodeURIComponent(each.id)}`)}
                  aria-label={t`Take the passkey ${each.name} away`}
                >{t`Take it away`}</Button>
              )}
            </Flex>
          ))}
        </Box>
      )}
      {code === null && task === null && (
        <Flex gap="8px" wrap="wrap" marginTop="8px">
          {!mayManage && since !== null && <Button variant="outline" onClick={() => setTask("prove")}>{t`Say the passphrase, to let others in and send them out`}</Button>}
          {(mayManage || since !== null) && (
            <Button variant="outline" onClick={() => setTask("set")}>
              {since === null ? t`Set a passphrase` : t`Change the passphrase`}
            </Button>
          )}
          {mayManage && mayUsePasskeys() && <Button variant="ghost" onClick={() => setTask("passkey")}>{t`Add a passkey of this device`}</Button>}
          {mayManage && since !== null && <Button variant="ghost" onClick={() => void takeAway("passphrase")}>{t`Take the passphrase away`}</Button>}
        </Flex>
      )}
      {task === "set" && (
        <SetForm
          asksBefore={since !== null && !isHere}
          hasOthers={read.devices.some(({ isThis }) => !isThis)}
          onLeave={() => setTask(null)}
          onSet={(shown) => {
            setCode(shown);
            done();
          }}
        />
      )}
      {task === "prove" && <ProveForm onLeave={() => setTask(null)} onDone={done} />}
      {task === "passkey" && <PasskeyForm onLeave={() => setTask(null)} onDone={done} />}
      {code !== null && <KeptCode code={code} onKept={() => setCode(null)} />}
      <FaultLines faults={fault === null ? [] : [fault]} />
    </Box>
  );
}

const Buttons = ({ button, isBusy, onLeave }: { button: string; isBusy: boolean; onLeave: () => void }) => (
  <Flex gap="10px" justify="flex-end" wrap="wrap" marginTop="10px">
    <Button variant="outline" type="button" onClick={onLeave}>{t`Leave it`}</Button>
    <Button type="submit" disabled={isBusy}>
      {button}
    </Button>
  </Flex>
);

function SetForm({ asksBefore, hasOthers, onSet, onLeave }: { asksBefore: boolean; hasOthers: boolean; onSet: (code: string) => void; onLeave: () => void }) {
  const form = useSchemaForm(setPassphrase, { passphrase: "", sendOthersOut: false, ...(asksBefore && { before: "" }) });
  const set = sending(form, async (told) => onSet(((await ask("PUT", "passphrase", told)) as PassphraseSetRead).code));
  return (
    <chakra.form noValidate maxWidth="46em" marginTop="10px" onSubmit={(event) => void set(event)}>
      <Text marginBottom="8px">{t`Take words that have nothing to do with each other or with you. Whoever knows them reads everything, your households too.`}</Text>
      {asksBefore && (
        <FormField label={t`The passphrase as it is now`} fault={form.faultOf("before")}>
          <SecretInput {...form.register("before")} autoComplete="current-password" />
        </FormField>
      )}
      <FormField label={t`The new passphrase, 12 signs or more`} fault={form.faultOf("passphrase")}>
        <SecretInput {...form.register("passphrase")} autoComplete="new-password" />
      </FormField>
      {hasOthers && <Tick {...form.register("sendOthersOut")}>{t`Send all other devices out; they come in by the new one`}</Tick>}
      <FaultLines faults={form.rest} />
      <Buttons button={t`Keep this passphrase`} isBusy={form.formState.isSubmitting} onLeave={onLeave} />
    </chakra.form>
  );
}

function ProveForm({ onDone, onLeave }: { onDone: () => void; onLeave: () => void }) {
  const form = useSchemaForm(provePassphrase, { passphrase: "" });
  const prove = sending(form, async (told) => {
    await ask("POST", "passphrase/prove", told);
    onDone();
  });
  return (
    <chakra.form noValidate maxWidth="46em" marginTop="10px" onSubmit={(event) => void prove(event)}>
      <FormField label={t`The passphrase`} fault={form.faultOf("passphrase")}>
        <SecretInput {...form.register("passphrase")} autoComplete="current-password" autoFocus />
      </FormField>
      <FaultLines faults={form.rest} />
      <Buttons button={t`This is me`} isBusy={form.formState.isSubmitting} onLeave={onLeave} />
    </chakra.form>
  );
}

function PasskeyForm({ onDone, onLeave }: { onDone: () => void; onLeave: () => void }) {
  const form = useSchemaForm(passkeyDevice, { name: "" });
  const add = sending(form, async ({ name }) => {
    const optionsJSON = (await ask("POST", "passkeys/ask")) as Parameters<typeof startRegistration>[0]["optionsJSON"];
    const credential = await startRegistration({ optionsJSON }).catch(() => null);
    if (!credential) throw new ProblemError(notDone());
    await ask("POST", "passkeys", { name, credential });
    onDone();
  });
  return (
    <chakra.form noValidate maxWidth="46em" marginTop="10px" onSubmit={(event) => void add(event)}>
      <FormField label={t`What the passkey is called, such as my phone`} fault={form.faultOf("name")}>
        <TextInput {...form.register("name")} autoFocus />
      </FormField>
      <FaultLines faults={form.rest} />
      <Buttons button={t`Make the passkey`} isBusy={form.formState.isSubmitting} onLeave={onLeave} />
    </chakra.form>
  );
}
