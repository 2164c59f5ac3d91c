import "../app.css";

import { StrictMode } from "react";
import { createRoot } from "react-dom/client";

import { OnTheWay } from "./OnTheWay";

const root = document.getElementById("root");
const rig = Number(/^\/way\/(\d+)/.exec(location.pathname)?.[1]);
if (!root) throw new Error("no root");
createRoot(root).render(
  <StrictMode>
    <OnTheWay rig={rig} />
  </StrictMode>,
);
