import { useState } from "react";
import { NavLink, useNavigate } from "react-router-dom";
import { DISTANCE_UNITS, type DistanceUnit } from "@kettleback/core";
import { useGarage } from "../stores/garage";
import { applyTheme, chosenTheme, THEMES, type Theme } from "../theme/theme";
import { sayTrouble } from "../stores/notices";

/** The rooms that are finished, in the order people work. */
const ROOMS = [
  { to: "/garage", name: "Garage" },
  { to: "/path", name: "Path" },
  { to: "/line-up", name: "Line-up" },
  { to: "/money", name: "Money" },
] as const;

/** The entry of the list that leads to all of them. */
const EDIT = "(edit)";

const THEME_WORDS: Record<Theme, string> = { auto: "As system", light: "Daylight", dark: "Dusk" };

export function Header() {
  const { households, householdId, garage, load, saveHousehold } = useGarage();
  const [theme, setTheme] = useState(chosenTheme);
  const navigate = useNavigate();
  const household = garage?.household.spec;
  return (
    <header className="bench-head">
      <div className="mark" aria-hidden="true">
        <img src="/kettleback.svg" alt="" width={24} height={24} />
        <span>Kettleback</span>
      </div>
      <nav aria-label="Rooms">
        {ROOMS.map(({ to, name }) => (
          <NavLink key={to} to={to}>
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="settings">
        {households.length > 0 && (
          <select
            aria-label="Household"
            value={householdId ?? ""}
            onChange={(e) =>
              e.target.value === EDIT ? void navigate("/households") : void load(e.target.value)
            }
          >
            {households.map((h) => (
              <option key={h.id} value={h.id}>
                {h.spec.name}
              </option>
            ))}
            <option value={EDIT}>Households…</option>
          </select>
        )}
        {household && (
          <select
            aria-label="Distances in"
            value={household.distanceUnit}
            onChange={(e) =>
              void saveHousehold({
                ...household,
                distanceUnit: e.target.value as DistanceUnit,
                economyUnit: e.target.value === "mi" ? "mi/kWh" : "kWh/100 km",
              }).catch(sayTrouble)
            }
          >
            {DISTANCE_UNITS.map((unit) => (
              <option key={unit} value={unit}>
                {unit === "km" ? "kilometres" : "miles"}
              </option>
            ))}
          </select>
        )}
        <select
          aria-label="Light"
          value={theme}
          onChange={(e) => {
            applyTheme(e.target.value as Theme);
            setTheme(e.target.value as Theme);
          }}
        >
          {THEMES.map((t) => (
            <option key={t} value={t}>
              {THEME_WORDS[t]}
            </option>
          ))}
        </select>
      </div>
    </header>
  );
}
