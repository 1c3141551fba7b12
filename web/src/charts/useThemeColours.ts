import { useSyncExternalStore } from "react";

const NAMES = [
  "ink",
  "quiet",
  "rule",
  "panel",
  "copper",
  "lane",
  "action",
  "caution",
  "loss",
  "stop",
  "sunk",
] as const;
export type ThemeColours = Readonly<Record<(typeof NAMES)[number], string>>;

let shown: string | undefined;
let colours: ThemeColours;

function read(): ThemeColours {
  const theme = document.documentElement.dataset.bsTheme;
  if (theme !== shown) {
    const style = getComputedStyle(document.documentElement);
    colours = Object.fromEntries(
      NAMES.map((name) => [name, style.getPropertyValue(`--${name}`).trim()]),
    ) as ThemeColours;
    shown = theme;
  }
  return colours;
}

function subscribe(changed: () => void): () => void {
  const observer = new MutationObserver(changed);
  observer.observe(document.documentElement, { attributeFilter: ["data-bs-theme"] });
  return () => observer.disconnect();
}

/** The theme's colours as values, for a canvas that cannot read style variables. */
export const useThemeColours = (): ThemeColours => useSyncExternalStore(subscribe, read);
