import { ChakraProvider } from "@chakra-ui/react";
import type { CommandEnvelope } from "@yule/contract";
import { stackOf } from "@yule/derive";
import { design } from "@yule/derive/examples";
import { cleanup, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import "fake-indexeddb/auto";
import { system } from "../../../kit/theme.ts";
import { StackForm } from "./StackForm.tsx";

/** What the server answers to the next command. */
let answer: { readonly status: number; readonly body: object };
let sent: CommandEnvelope[] = [];
beforeEach(() => {
  sent = [];
  globalThis.fetch = ((_path: string, init?: RequestInit) => {
    sent.push(JSON.parse(init?.body as string) as CommandEnvelope);
    return Promise.resolve({ ok: answer.status < 400, status: answer.status, headers: new Headers(), json: () => Promise.resolve(answer.body) } as Response);
  }) as typeof fetch;
});
afterEach(cleanup);

const stack = stackOf(design);
const changed = { ...stack, thickness: stack.thickness + stack.thickness } as typeof stack;
const problem = (status: number, more: object = {}) => ({ status, body: { type: "about:blank", title: "Refused.", status, detail: "It cannot be so.", errors: [], ...more } });
const show = (): { readonly drafts: unknown[] } => {
  const drafts: unknown[] = [];
  render(
    <ChakraProvider value={system}>
      <StackForm design={design} stack={changed} stores={[]} onDraft={(draft) => drafts.push(draft)} />
    </ChakraProvider>,
  );
  return { drafts };
};
const keep = async (): Promise<void> => userEvent.setup().click(screen.getByRole("button", { name: /^Keep/ }));

test("sizes that the server refuses are said to be refused, with what was given and what is allowed, in the maker's units", async () => {
  answer = problem(422, {
    errors: [
      {
        code: "layer-too-large",
        path: ["stack", "layers", 0, "width"],
        given: "panel 165.1 mm",
        allowed: "at most 139.7 mm",
        values: { given: ["panel ", { length: 52832 }], allowed: ["at most ", { length: 44704 }] },
      },
    ],
  });
  const { drafts } = show();
  await keep();
  expect((await screen.findByRole("alert")).textContent).toContain("stack.layers[0].width: given panel 6 1/2 in, allowed at most 5 1/2 in");
  expect(drafts).toEqual([]);
  expect(sent.map(({ kind }) => kind)).toEqual(["change-stack"]);
});

test("sizes changed elsewhere meanwhile are shown beside hers, and she chooses", async () => {
  answer = problem(409);
  show();
  await keep();
  expect(await screen.findByText(/These sizes were changed elsewhere meanwhile/)).toBeTruthy();
  expect(screen.getByRole("button", { name: "Take theirs" })).toBeTruthy();
});
