import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { startSolving } from "../jobs/store";
import { applyTheme } from "../theme/theme";
import { App } from "./App";
import { keepAtHand } from "./keepAtHand";

applyTheme();
startSolving();
if (import.meta.env.PROD) keepAtHand();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
