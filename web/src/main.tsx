import { ChakraProvider } from "@chakra-ui/react";
import "@fontsource-variable/hanken-grotesk";
import "@fontsource-variable/literata";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { createBrowserRouter, Navigate } from "react-router";
import { RouterProvider } from "react-router/dom";
import { registerSW } from "virtual:pwa-register";
import { Loading } from "./kit/states.tsx";
import { api } from "./data/api.ts";
import { takenAway } from "./data/kept.ts";
import { noticeAdded } from "./data/notices.ts";
import { sendAll } from "./data/outbox.ts";
import { Shell } from "./shell/Shell.tsx";
import { store } from "./data/store.ts";
import { followTextSize } from "./kit/largeText.ts";
import { system } from "./kit/theme.ts";
import { planningFacts } from "./plan/planningFacts.ts";
import { wantWords } from "./kit/language/language.ts";
import { VIEWS, type View } from "./shell/views.ts";

const router = createBrowserRouter([
  {
    path: "/",
    Component: Shell,
    HydrateFallback: Loading,
    children: [
      { index: true, element: <Navigate to="/season" replace /> },
      ...VIEWS.map((view) => ({
        path: view.path,
        lazy: async () => ({ Component: (await Promise.all([view.load(), wantWords(view.path)]))[0].default }),
        HydrateFallback: Loading,
      })),
      { path: "*", element: <Navigate to="/season" replace /> },
    ],
  },
]);

// The reads and the view are asked for before anything is drawn, so that all wait for the same moment.
const { shop, season, designs, stores, bench, dispatch } = api.endpoints;
const reads = [shop.initiate(), season.initiate(), designs.initiate(), stores.initiate(), bench.initiate(), dispatch.initiate()].map((read) =>
  store.dispatch(read as ReturnType<typeof shop.initiate>),
);
const view = VIEWS.find((each) => location.pathname.startsWith(`/${each.path}`)) ?? VIEWS[0];
const ready = Promise.allSettled([...reads, view?.load()]);
registerSW({ immediate: false });
followTextSize();
// What a closed browser left in the outbox goes up first.
void takenAway()
  .then((gone) => gone !== null && store.dispatch(noticeAdded({ id: "taken away", lines: [gone], undo: null, bad: true })))
  .catch(() => undefined)
  .then(sendAll);

const draw = (): void => {
  const root = document.getElementById("root");
  if (!root) return;
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <ChakraProvider value={system}>
          <RouterProvider router={router} useTransitions={false} />
        </ChakraProvider>
      </Provider>
    </StrictMode>,
  );
};
// Drawing the empty frame first and everything again a blink later takes longer than waiting for that blink.
void Promise.race([ready, new Promise((done) => setTimeout(done, 250))]).then(draw);
// What the first view does without follows it, so that the device plans and Colour answers when the server is away.
void ready.then(() => setTimeout(() => void planningFacts(), 500));
void ready.then(() =>
  setTimeout(() => {
    void store.dispatch(api.endpoints.colour.initiate());
    void store.dispatch(api.endpoints.finish.initiate());
  }, 2000),
);
// So does the code of the other views, one at a time while nothing is done: the first step into a view is as quick as the next.
const whenIdle = (what: () => void): void => {
  if ("requestIdleCallback" in window) requestIdleCallback(what, { timeout: 4000 });
  else setTimeout(what, 1000);
};
const loadRest = ([next, ...rest]: readonly View[]): void => {
  const goOn = (): void => void setTimeout(() => loadRest(rest), 200);
  // What does not come now is asked for again when its view is opened, and said there.
  if (next) whenIdle(() => void Promise.all([next.load(), wantWords(next.path)]).then(goOn, goOn));
};
void ready.then(() => setTimeout(() => loadRest(VIEWS.filter((each) => each !== view)), 3000));
