import "./app.css";

import { notifyManager, QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";

import { Refusal } from "./api/client";
import { SettingsProvider } from "./parts/settings";
import { SHEETS } from "./sheets/all";
import { RigLayout } from "./sheets/Layout";
import { Door } from "./sheets/start/Door";
import { StartSheet } from "./sheets/start/StartSheet";

// An answer is drawn when it is there, and not after a timer.
notifyManager.setScheduler(queueMicrotask);

// The server is on this machine: the browser's own idea of being online says nothing about it.
const queries = new QueryClient({
  defaultOptions: {
    queries: { networkMode: "always", retry: (count, error) => !(error instanceof Refusal) && count < 2 },
  },
});

/** A fault of ours: what was noted is safe in the database, the page only needs drawing anew. */
function Fault() {
  return (
    <main className="p-10">
      <h1 className="text-2xl font-semibold">This page could not be drawn</h1>
      <p className="py-3">That is a fault of ours. Everything that was noted is kept; load the page again.</p>
      <button className="btn" onClick={() => location.reload()}>
        load it again
      </button>
    </main>
  );
}

const router = createBrowserRouter([
  { path: "/", element: <StartSheet />, errorElement: <Fault /> },
  {
    path: "/rigs/:rig",
    element: <RigLayout />,
    errorElement: <Fault />,
    HydrateFallback: () => null,
    children: [
      { index: true, element: <Navigate to="rolling" replace /> },
      ...SHEETS.map(({ path, load }) => ({ path, lazy: async () => ({ Component: await load() }) })),
    ],
  },
  { path: "*", element: <Navigate to="/" replace /> },
]);

// Once the first screen stands, the other sheets are fetched: going there waits for nothing, and they are there when
// the server is not.
setTimeout(() => SHEETS.forEach(({ load }) => void load()), 2000);

const root = document.getElementById("root");
if (!root) throw new Error("no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <SettingsProvider>
        <Door>
          <RouterProvider router={router} />
        </Door>
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
