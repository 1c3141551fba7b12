import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import { roomAt } from "./app/rooms";
import { keepAtHand } from "./app/keepAtHand";
import { applyTheme } from "./theme/theme";
import { startSolving } from "./jobs/store";
import "@fontsource-variable/hanken-grotesk/wght.css";
import "./theme/theme.scss";

applyTheme();
// The room comes while the household is fetched, not after it.
void roomAt(window.location.pathname)?.load();
startSolving();
if (import.meta.env.PROD) keepAtHand();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
