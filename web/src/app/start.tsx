import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { fetchWhenIdle } from "../controls/lazyView";
import { startSolving } from "../jobs/store";
import { applyTheme } from "../theme/theme";
import { App } from "./App";
import { keepAtHand } from "./keepAtHand";
import { onceLoaded } from "./onceLoaded";

applyTheme();
startSolving();
if (import.meta.env.PROD) keepAtHand();
// Once the first answer stands and nothing more is asked for.
onceLoaded(() => setTimeout(fetchWhenIdle, 2_000));
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
