declare const NAMES: readonly ["ink", "quiet", "rule", "panel", "copper", "lane", "action", "caution", "loss", "stop", "sunk"];
export type ThemeColours = Readonly<Record<(typeof NAMES)[number], string>>;
/** The theme's colours as values, for a canvas that cannot read style variables. */
export declare const useThemeColours: () => ThemeColours;
export {};
