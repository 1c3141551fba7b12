export const THEMES = ["auto", "light", "dark"] as const;
export type Theme = (typeof THEMES)[number];

const KEY = "kettleback-theme";
const dark = () => matchMedia("(prefers-color-scheme: dark)").matches;

/** The theme a person chose; the system's until they do. */
export const chosenTheme = (): Theme => {
  const kept = localStorage.getItem(KEY);
  return THEMES.find((theme) => theme === kept) ?? "auto";
};

/** Puts a theme on the page and remembers it. */
export function applyTheme(theme: Theme = chosenTheme()): void {
  localStorage.setItem(KEY, theme);
  const shown = theme === "auto" ? (dark() ? "dark" : "light") : theme;
  document.documentElement.dataset.bsTheme = shown;
}

matchMedia("(prefers-color-scheme: dark)").addEventListener("change", () => applyTheme());
