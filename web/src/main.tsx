import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./shell/App";
import { applyTheme } from "./shell/theme";
import { startSolving } from "./solve/store";
import "@fontsource-variable/hanken-grotesk/wght.css";
import "./theme/theme.scss";

applyTheme();
startSolving();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
