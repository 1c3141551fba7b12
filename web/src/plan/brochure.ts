import type { RapidBrochure } from "@kettleback/core";
import { readNumber } from "../format/manner";

/** A stated time as typed: per cent and minutes. */
export interface TypedTime {
  readonly from: string;
  readonly to: string;
  readonly minutes: string;
}

/** What is typed of a brochure's rapid charging; empty is "it does not say". */
export interface TypedBrochure {
  readonly peakKW: string;
  readonly stationKW: string;
  readonly times: readonly TypedTime[];
}

/** Most times one brochure states. */
export const MOST_TIMES = 3;
export const FIRST_TIME: TypedTime = { from: "10", to: "80", minutes: "" };
export const NO_BROCHURE: TypedBrochure = { peakKW: "", stationKW: "", times: [FIRST_TIME] };

/** A figure as typed; what is no number is none that could be accepted. */
const figure = (text: string): number => readNumber(text);

/** What was typed as a brochure; null while it names no peak. A time without minutes is not stated. */
export function brochureOf({ peakKW, stationKW, times }: TypedBrochure): RapidBrochure | null {
  if (peakKW.trim() === "") return null;
  return {
    peakKW: figure(peakKW),
    ...(stationKW.trim() === "" ? {} : { stationKW: figure(stationKW) }),
    times: times
      .filter(({ minutes }) => minutes.trim() !== "")
      .map(({ from, to, minutes }) => ({
        fromSoc: figure(from) / 100,
        toSoc: figure(to) / 100,
        minutes: figure(minutes),
      })),
  };
}
