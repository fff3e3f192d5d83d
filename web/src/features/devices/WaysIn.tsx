import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { startAuthentication } from "@simplewebauthn/browser";
import { CODE_LENGTH, letInDevice, passkeyDevice, RESET_LENGTH, resetPassphrase, signIn, type PassphraseSetRead } from "@yule/contract";
import { t } from "@yule/core";
import { useState, type ReactNode } from "react";
import type { FieldValues, Path, UseFormRegisterReturn } from "react-hook-form";
import { ProblemError } from "../../data/api.ts";
import { useSchemaForm, type SchemaForm } from "../../kit/form/useSchemaForm.ts";
import { FaultLines, FormField, TextInput } from "../../kit/FormField.tsx";
import { ask, notDone, sending } from "./asking.ts";
import { KeptCode } from "./KeptCode.tsx";
import { SecretInput } from "./SecretInput.tsx";

/** The page begins anew: what it read as nobody is not what it reads now. */
const begin = (): void => location.replace("/season");

/** What each way is told: whether there are several shops to come into, of which one is named. */
interface Door {
  readonly areSeveral: boolean;
}
/** A field that is not shown tells nothing. */
const shopOf = ({ areSeveral }: Door): { shop?: string } => (areSeveral ? { shop: "" } : {});

interface WayProps<Values extends FieldValues, Read> {
  readonly form: SchemaForm<Values, Read>;
  readonly why: string;
  readonly button: string;
  /** The field of the device's name, as the form has it. */
  readonly name: { readonly field: UseFormRegisterReturn; readonly fault: string | undefined };
  readonly send: (told: Read) => Promise<void>;
  /** The field of the shop's name, where one is to be named. */
  readonly shop?: { readonly field: UseFormRegisterReturn; readonly fault: string | undefined } | null;
  readonly children?: ReactNode;
}

/** One way in: why, what is asked, and what this device is called. */
function WayForm<Values extends FieldValues, Read>({ form, why, button, name, shop, send, children }: WayProps<Values, Read>) {
  const enter = sending(form, send);
  return (
    <form noValidate onSubmit={(event) => void enter(event)}>
      <Text marginBottom="18px">{why}</Text>
      {shop && (
        <Box marginBottom="14px">
          <FormField label={t`Name of your shop`} fault={shop.fault}>
            <TextInput {...shop.field} autoComplete="organization" />
          </FormField>
        </Box>
      )}
      {children}
      <Box marginTop="14px">
        <FormField label={t`What this device is called, such as kitchen tablet`} fault={name.fault}>
          <TextInput {...name.field} />
        </FormField>
      </Box>
      <FaultLines faults={form.rest} />
      <Flex justify="flex-end" marginTop="16px">
        <Button type="submit" disabled={form.formState.isSubmitting}>
          {button}
        </Button>
      </Flex>
    </form>
  );
}
/** Every way has it. */
const nameIn = <Values extends FieldValues & { name: string }, Read>(form: SchemaForm<Values, Read>) => ({
  field: form.register("name" as Path<Values>),
  fault: form.faultOf("name" as Path<Values>),
});

const shopIn = <Values extends FieldValues & { shop?: string | undefined }, Read>(form: SchemaForm<Values, Read>, { areSeveral }: Door) =>
  areSeveral ? { field: form.register("shop" as Path<Values>), fault: form.faultOf("shop" as Path<Values>) } : null;

export function ByCode() {
  const form = useSchemaForm(letInDevice, { code: new URLSearchParams(location.search).get("code") ?? "", name: "" });
  return (
    <WayForm
      form={form}
      why={t`On the machine where the shop runs, press the shop’s name, then “Let a device in”. It shows a code.`}
      button={t`Let me in`}
      name={nameIn(form)}
      send={async (told) => {
        await ask("POST", "devices", told);
        begin();
      }}
    >
      <FormField label={t`The code, ${String(CODE_LENGTH)} letters and figures`} fault={form.faultOf("code")}>
        <TextInput {...form.register("code")} autoCapitalize="characters" autoComplete="one-time-code" spellCheck={false} fontSize="24px" letterSpacing="0.08em" />
      </FormField>
    </WayForm>
  );
}

export function ByPassphrase(door: Door) {
  const form = useSchemaForm(signIn, { passphrase: "", name: "", ...shopOf(door) });
  return (
    <WayForm
      form={form}
      why={t`The passphrase of the shop opens all of it on this device.`}
      button={t`Sign in`}
      name={nameIn(form)}
      shop={shopIn(form, door)}
      send={async (told) => {
        await ask("POST", "sign-in", told);
        begin();
      }}
    >
      <FormField label={t`The passphrase`} fault={form.faultOf("passphrase")}>
        <SecretInput {...form.register("passphrase")} autoComplete="current-password" />
      </FormField>
    </WayForm>
  );
}

export function ByPasskey(door: Door) {
  const form = useSchemaForm(passkeyDevice, { name: "", ...shopOf(door) });
  return (
    <WayForm
      form={form}
      why={t`A passkey is asked for by your finger, your face or the figures of the device, or of a phone that has it.`}
      button={t`Sign in with a passkey`}
      name={nameIn(form)}
      shop={shopIn(form, door)}
      send={async ({ name, shop }) => {
        const { challenge, options } = (await ask("POST", "sign-in/passkey/ask", { shop })) as {
          challenge: string;
          options: Parameters<typeof startAuthentication>[0]["optionsJSON"];
        };
        const credential = await startAuthentication({ optionsJSON: options }).catch(() => null);
        if (!credential) throw new ProblemError(notDone());
        await ask("POST", "sign-in/passkey", { challenge, credential, name, shop });
        begin();
      }}
    />
  );
}

export function Forgotten(door: Door) {
  const [code, setCode] = useState<string | null>(null);
  const form = useSchemaForm(resetPassphrase, { code: "", passphrase: "", name: "", ...shopOf(door) });
  if (code !== null) return <KeptCode code={code} onKept={begin} />;
  return (
    <WayForm
      form={form}
      why={t`The code that was shown when the passphrase was set makes place for a new one. All devices are sent out, in case somebody else has it.`}
      button={t`Set this passphrase and sign in`}
      name={nameIn(form)}
      shop={shopIn(form, door)}
      send={async (told) => {
        setCode(((await ask("POST", "sign-in/code", told)) as PassphraseSetRead).code);
      }}
    >
      <FormField label={t`The code on your paper, ${String(RESET_LENGTH)} letters and figures`} fault={form.faultOf("code")}>
        <TextInput {...form.register("code")} autoCapitalize="characters" autoComplete="off" spellCheck={false} />
      </FormField>
      <Box marginTop="14px">
        <FormField label={t`The new passphrase`} fault={form.faultOf("passphrase")}>
          <SecretInput {...form.register("passphrase")} autoComplete="new-password" />
        </FormField>
      </Box>
    </WayForm>
  );
}
