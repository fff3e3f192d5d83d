import { ChakraProvider } from "@chakra-ui/react";
import "@fontsource-variable/hanken-grotesk";
import "@fontsource-variable/literata";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { createBrowserRouter, Navigate } from "react-router";
import { RouterProvider } from "react-router/dom";
import { registerSW } from "virtual:pwa-register";
import { Loading } from "../kit/states.tsx";
import { api } from "./api.ts";
import { sendAll } from "./outbox.ts";
import { Shell } from "./Shell.tsx";
import { store } from "./store.ts";
import { system } from "./theme.ts";
import { VIEWS } from "./views.ts";

const router = createBrowserRouter([
  {
    path: "/",
    Component: Shell,
    HydrateFallback: Loading,
    children: [
      { index: true, element: <Navigate to="/season" replace /> },
      ...VIEWS.map((view) => ({ path: view.path, lazy: async () => ({ Component: (await view.load()).default }), HydrateFallback: Loading })),
      { path: "*", element: <Navigate to="/season" replace /> },
    ],
  },
]);

// The reads are asked for before anything is drawn, so that both wait for the same moment.
const { shop, season, designs, stores, bench, dispatch } = api.endpoints;
for (const read of [shop.initiate(), season.initiate(), designs.initiate(), stores.initiate(), bench.initiate(), dispatch.initiate()])
  void store.dispatch(read as ReturnType<typeof shop.initiate>);
registerSW({ immediate: false });
// What a closed browser left in the outbox goes up first.
void sendAll();

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <ChakraProvider value={system}>
          <RouterProvider router={router} />
        </ChakraProvider>
      </Provider>
    </StrictMode>,
  );
}
