import { ChakraProvider } from "@chakra-ui/react";
import type { CommandEnvelope, Problem } from "@yule/contract";
import type { Outlook, PlannedSeason } from "@yule/derive";
import { render, screen, type RenderResult } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import "fake-indexeddb/auto";
import type { ReactNode } from "react";
import { Provider } from "react-redux";
import { MemoryRouter, Outlet, Route, Routes, useLocation } from "react-router";
import { api } from "../data/api.ts";
import { store } from "../data/store.ts";
import { MannerProvider } from "../kit/measure.tsx";
import { PlannedProvider } from "./plannedContext.ts";
import { system } from "../kit/theme.ts";

/** A made-up server for tests of screens: it keeps what it is sent, and answers reads and commands as it was told. */
export class PretendServer {
  readonly sent: CommandEnvelope[] = [];
  /** Paths that were read, in order. */
  readonly asked: string[] = [];
  /** What it refuses: the problem for a command, or null. */
  refuses: (command: CommandEnvelope) => Partial<Problem> | null = () => null;

  constructor(readonly reads: Record<string, unknown> = {}) {
    globalThis.fetch = ((path: string, init?: RequestInit) => Promise.resolve(this.answer(path, init))) as typeof fetch;
  }

  /** Kind and payload of what was sent, in order. */
  get commands(): readonly (readonly [kind: string, payload: unknown])[] {
    return this.sent.map(({ kind, payload }) => [kind, payload]);
  }

  private answer(path: string, init?: RequestInit): Response {
    const respond = (status: number, body: unknown) => ({ ok: status < 400, status, headers: new Headers(), json: () => Promise.resolve(body) }) as Response;
    if (init?.method !== "POST") {
      this.asked.push(path);
      const name = /\/api\/([a-z]+)/.exec(path)?.[1] ?? "";
      return name in this.reads ? respond(200, this.reads[name]) : respond(404, { type: "about:blank", title: "There is none.", status: 404, detail: "", errors: [] });
    }
    const command = JSON.parse(init.body as string) as CommandEnvelope;
    this.sent.push(command);
    const refused = this.refuses(command);
    if (refused) return respond(refused.status ?? 422, { type: "about:blank", title: "Refused.", status: 422, detail: "It cannot be so.", errors: [], ...refused });
    return respond(200, {
      event: { id: command.id, seq: this.sent.length, at: "2031-11-08T10:00:00Z", kind: command.kind, happened: { kind: "older", words: "done" }, undoable: false },
    });
  }
}

/** Says where the router stands. */
const Where = () => <output aria-label="where">{useLocation().pathname + useLocation().search}</output>;

/** A screen as the shell shows it: with the theme, the store, the shop's units and, for a view, the season worked out. */
export function showScreen(
  shown: ReactNode,
  { outlook = null, planned = null, at = "/" }: { outlook?: Outlook | null; planned?: PlannedSeason | null; at?: string } = {},
): RenderResult {
  store.dispatch(api.util.resetApiState());
  return render(
    <ChakraProvider value={system}>
      <Provider store={store}>
        <MannerProvider value={{ system: "in", currency: "EUR" }}>
          <MemoryRouter initialEntries={[at]}>
            <Where />
            <Routes>
              <Route element={<Outlet context={outlook} />}>
                <Route path="*" element={<PlannedProvider value={planned}>{shown}</PlannedProvider>} />
              </Route>
            </Routes>
          </MemoryRouter>
        </MannerProvider>
      </Provider>
    </ChakraProvider>,
  );
}

/** Writes into a field, in place of what stands there. */
export async function write(label: string, text: string): Promise<void> {
  const user = userEvent.setup({ delay: null });
  await user.clear(screen.getByLabelText(label));
  if (text !== "") await user.paste(text);
}
export const press = (name: string): Promise<void> => userEvent.setup({ delay: null }).click(screen.getByRole("button", { name }));
