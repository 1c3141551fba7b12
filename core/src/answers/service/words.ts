import { loadName, type Load } from "./loads";

/** A load as a sum by diversity names it: with how much of it counts where that is not all. */
export const loadsText = (load: Load, counted: number): string =>
  counted < load.watts
    ? `${loadName(load)}, ${Math.round((100 * counted) / load.watts)} % of it`
    : loadName(load);
