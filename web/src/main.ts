import { askEarly } from "./api/early";
import { roomAt } from "./app/rooms";
import "@fontsource-variable/hanken-grotesk/wght.css";
import "./theme/theme.scss";

// All that is needed is asked for at once: what is read first, the room one comes to, and the application itself.
askEarly();
void roomAt(window.location.pathname)?.load();
void import("./app/start").catch(() => {
  const said = document.createElement("p");
  said.role = "alert";
  said.textContent =
    "Kettleback could not be fetched: its server does not answer. What you have entered is kept; load the page again.";
  document.getElementById("root")!.append(said);
});
