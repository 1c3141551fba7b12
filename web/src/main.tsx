import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import { applyTheme } from "./theme/theme";
import { startSolving } from "./jobs/store";
import "@fontsource-variable/hanken-grotesk/wght.css";
import "./theme/theme.scss";

applyTheme();
startSolving();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
