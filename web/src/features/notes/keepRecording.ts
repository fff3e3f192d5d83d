import type { Problem } from "@yule/contract";
import { t } from "@yule/core";
import { ofShop } from "../../kit/shopAt.ts";
import { v7 } from "uuid";

/** Keeps a voice note. Nothing refers to it before it is there. */
export async function keepRecording(blob: Blob): Promise<{ readonly id: string } | { readonly problem: Problem }> {
  const id = v7();
  const answer = await fetch(ofShop(`/api/recordings/${id}`), { method: "PUT", body: blob }).catch(() => null);
  if (answer?.ok) return { id };
  const said: unknown = await answer?.json().catch(() => null);
  if (said) return { problem: said as Problem };
  const title = t`The server does not answer.`;
  return { problem: { type: "about:blank", title, status: 0, detail: t`The voice note was not kept: the server does not answer. It is still here; try again.`, errors: [] } };
}
