import { useEffect, useRef, useState } from "react";
import { NavLink, useLocation, useNavigate } from "react-router-dom";
import { DISTANCE_UNITS } from "@kettleback/core";
import { Fold } from "../controls/Fold";
import { Select } from "../controls/Select";
import { useNarrow } from "../controls/useNarrow";
import { useGarage } from "../stores/garage";
import { sayTrouble } from "../stores/notices";
import { applyTheme, chosenTheme, THEMES, type Theme } from "../theme/theme";
import { ROOMS } from "./rooms";

/** Width (px) of the window from which the household in view stands beside the rooms. */
const WIDE = 900;

/** The entry of the list that leads to all of them. */
const EDIT = "(edit)";

const THEME_WORDS: Record<Theme, string> = { auto: "As system", light: "Daylight", dark: "Dusk" };

export function Header() {
  const { households, householdId, garage, load, saveHousehold } = useGarage();
  const [theme, setTheme] = useState(chosenTheme);
  const navigate = useNavigate();
  const household = garage?.household.spec;
  const narrow = useNarrow(WIDE);
  const rooms = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  // Where the rooms do not all have room, the one in view is seen; the page itself stays where it is.
  useEffect(() => {
    const nav = rooms.current;
    const room = nav?.querySelector<HTMLElement>("[aria-current=page]");
    if (nav && room) nav.scrollLeft = room.offsetLeft - nav.offsetLeft + room.offsetWidth - nav.clientWidth;
  }, [pathname]);
  const choice = households.length > 0 && (
    <Select
      label="Household"
      manner="bar"
      value={householdId ?? ""}
      onChange={(picked) => (picked === EDIT ? void navigate("/households") : void load(picked))}
      options={[
        ...households.map((h) => ({ value: h.id, text: h.spec.name })),
        { value: EDIT, text: "Households…" },
      ]}
    />
  );
  return (
    <header className="bench-head">
      <div className="mark" aria-hidden="true">
        <img src="/kettleback.svg" alt="" width={24} height={24} />
        <span>Kettleback</span>
      </div>
      <nav ref={rooms} aria-label="Rooms">
        {ROOMS.filter(({ inHeader }) => inHeader).map(({ at, name }) => (
          <NavLink key={at} to={at}>
            {name}
          </NavLink>
        ))}
      </nav>
      {!narrow && choice}
      <Fold says="Settings" className="settings" upTo={WIDE} floats>
        {narrow && choice}
        {household && (
          <Select
            says="Distances in"
            manner="bar"
            value={household.distanceUnit}
            onChange={(picked) =>
              void saveHousehold({
                ...household,
                distanceUnit: picked,
                economyUnit: picked === "mi" ? "mi/kWh" : "kWh/100 km",
              }).catch(sayTrouble)
            }
            options={DISTANCE_UNITS.map((unit) => ({
              value: unit,
              text: unit === "km" ? "kilometres" : "miles",
            }))}
          />
        )}
        <Select
          says="Light"
          manner="bar"
          value={theme}
          onChange={(picked) => {
            applyTheme(picked);
            setTheme(picked);
          }}
          options={THEMES.map((value) => ({ value, text: THEME_WORDS[value] }))}
        />
      </Fold>
    </header>
  );
}
