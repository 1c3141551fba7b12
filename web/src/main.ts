import { askEarly } from "./api/early";
import { roomAt } from "./app/rooms";
import "@fontsource-variable/hanken-grotesk/wght.css";
import "./theme/theme.scss";

// All that is needed is asked for at once: what is read first, the room one comes to, and the application itself.
askEarly();
void roomAt(window.location.pathname)?.load();
void import("./app/start");
