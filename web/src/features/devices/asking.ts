import { phraseText, sentPhrase, type Problem } from "@yule/contract";
import { phrase } from "@yule/core";
import type { FieldValues } from "react-hook-form";
import { problemIn, request } from "../../data/api.ts";
import type { SchemaForm } from "../../kit/form/useSchemaForm.ts";

/** Tells the server something that no command does: who comes in is no fact of the shop. */
export const ask = (method: "POST" | "PUT" | "DELETE", path: string, body?: object): Promise<unknown> =>
  request(path, { method, ...(body !== undefined && { headers: { "content-type": "application/json" }, body: JSON.stringify(body) }), signal: AbortSignal.timeout(30_000) });

/** Whether this browser has passkeys, and this page may ask for one: only over TLS, or on the machine itself. */
export const mayUsePasskeys = (): boolean => window.isSecureContext && typeof PublicKeyCredential === "function";

/** The browser made no passkey, and none signed: she left it, or it took too long. The browser does not say which. */
export function notDone(): Problem {
  const [title, detail] = [phrase`No passkey was taken.`, phrase`Nothing was changed. Try again, or take another way.`];
  return { type: "about:blank", title: phraseText(title), status: 0, detail: phraseText(detail), said: { title: sentPhrase(title), detail: sentPhrase(detail) }, errors: [] };
}

/** What a form does when it is sent: what is refused is said at its fields. */
export const sending = <Values extends FieldValues, Read>(form: SchemaForm<Values, Read>, send: (told: Read) => Promise<void>) =>
  form.handleSubmit(async (told) => {
    try {
      await send(told);
    } catch (thrown) {
      form.refuse(problemIn(thrown));
    }
  });
