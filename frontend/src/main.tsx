import "./app.css";

import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";

import { Refusal } from "./api/client";
import { SettingsProvider } from "./parts/settings";
import { RigLayout } from "./sheets/Layout";
import { PlanSheet } from "./sheets/plan/PlanSheet";
import { RigSheet } from "./sheets/rig/RigSheet";
import { RollingSheet } from "./sheets/rolling/RollingSheet";
import { StartSheet } from "./sheets/start/StartSheet";
import { TripSheet } from "./sheets/trip/TripSheet";

// The server is on this machine: the browser's own idea of being online says nothing about it.
const queries = new QueryClient({
  defaultOptions: {
    queries: { networkMode: "always", retry: (count, error) => !(error instanceof Refusal) && count < 2 },
  },
});

const router = createBrowserRouter([
  { path: "/", element: <StartSheet /> },
  {
    path: "/rigs/:rig",
    element: <RigLayout />,
    children: [
      { index: true, element: <Navigate to="rolling" replace /> },
      { path: "rig", element: <RigSheet /> },
      { path: "plan", element: <PlanSheet /> },
      { path: "rolling", element: <RollingSheet /> },
      { path: "trip", element: <TripSheet /> },
    ],
  },
  { path: "*", element: <Navigate to="/" replace /> },
]);

const root = document.getElementById("root");
if (!root) throw new Error("no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <SettingsProvider>
        <RouterProvider router={router} />
      </SettingsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
