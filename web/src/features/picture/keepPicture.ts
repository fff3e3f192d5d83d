import { t } from "@yule/core";
import type { Problem } from "@yule/contract";
import { ofShop } from "../../kit/shopAt.ts";
import { v7 } from "uuid";
import { MOST_BYTES } from "./header.ts";
import type { Cropped, Shrunk } from "../../workers/picture.worker.ts";
import { pictureSolver } from "../../workers/pictureSolver.ts";

const put = async (path: string, body: Blob): Promise<Problem | null> => {
  const answer = await fetch(ofShop(`/api/pictures/${path}`), { method: "PUT", body }).catch(() => null);
  if (answer?.ok) return null;
  const said: unknown = await answer?.json().catch(() => null);
  return (
    (said as Problem | null) ?? {
      type: "about:blank",
      title: t`The server does not answer.`,
      status: 0,
      detail: t`The picture was not kept: the server does not answer. It is still here; try again.`,
      errors: [],
    }
  );
};

/** Keeps a photo that is shown as it is. */
export async function keepPhoto({ kept, small }: Shrunk): Promise<{ readonly id: string } | { readonly problem: Problem }> {
  const id = v7();
  const problem = (await put(id, kept)) ?? (await put(`${id}/small`, small));
  return problem ? { problem } : { id };
}

/** Keeps the photo as it came, the paper cropped from it and its small size. Nothing refers to them before all three are there. */
export async function keepPicture(file: Blob, cropped: Cropped): Promise<{ readonly id: string } | { readonly problem: Problem }> {
  const original = file.size <= MOST_BYTES ? file : await pictureSolver().lighter();
  const [originalId, id] = [v7(), v7()];
  const problem = (original && (await put(originalId, original))) ?? (await put(`${id}?original=${originalId}`, cropped.kept)) ?? (await put(`${id}/small`, cropped.small));
  return problem ? { problem } : { id };
}
