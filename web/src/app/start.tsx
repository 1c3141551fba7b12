import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { fetchWhenIdle } from "../controls/lazyView";
import { startSolving } from "../jobs/store";
import { applyTheme } from "../theme/theme";
import { App } from "./App";
import { keepAtHand } from "./keepAtHand";

/** What waits until the first view stands. */
function rest(): void {
  fetchWhenIdle();
  if (import.meta.env.PROD) keepAtHand();
}

applyTheme();
startSolving();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <App onceShown={rest} />
  </StrictMode>,
);
