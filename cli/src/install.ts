import {
  INSTALL_MAX_BYTES,
  installRows,
  parseInstall,
  type FitWayRow,
  type InstallDocument,
  type InstallRows,
} from "@kettleback/core";
import { aligned } from "./lineup";
import { readAs } from "./read";
import { refuse } from "./refuse";

const amps = (value: number): string => `${(Math.floor(value * 10 + 1e-6) / 10).toFixed(1)} A`;
const km = (value: number): string => `${Math.floor(value + 1e-9)} km`;
const FITS = { fits: "fits", asks: "has to be agreed", no: "does not fit" } as const;

/** What a limit that follows the house comes to, in a line. */
const followedText = ({
  throttledShare,
  pausedHours,
  shortNights,
  peakWithAmps,
  peakWithoutAmps,
}: FitWayRow): string =>
  throttledShare === null
    ? ""
    : `lower for ${(100 * throttledShare).toFixed(1)} % of the time, paused ${pausedHours!.toFixed(0)} h a year, ${shortNights!} nights short; peak ${amps(peakWithAmps!)} instead of ${amps(peakWithoutAmps!)}`;

function text(
  { household }: InstallDocument,
  { methods, ways, circuits, best, madeUp }: InstallRows,
): string {
  const judged = [
    ["what is left", "by", "source", ""],
    ...methods.map((row) => [
      amps(row.leftAmps),
      row.name,
      row.source,
      row.judged ? "judged by" : (row.lacks ?? ""),
    ]),
  ];
  const told = [
    ["way", "", "amps", "breaker", "a night", "usual cost", "the week", "follows"],
    ...ways.map((row) => [
      `${row.id === best ? "* " : ""}${row.name}`,
      FITS[row.fit],
      row.fit === "no" ? "" : `${row.phases} × ${row.amps} A`,
      row.fit === "no" ? "" : `${row.breakerAmps} A`,
      row.fit === "no" ? "" : km(row.nightKm),
      row.fit === "no" ? "" : `${row.costLow} to ${row.costHigh} ${household.currency}`,
      row.fit === "no" ? "" : (row.week ?? "not followed"),
      followedText(row),
    ]),
  ];
  const laid = [
    [
      "circuit of",
      "breaker",
      "conductor",
      "carries",
      "drop",
      "lost a year",
      "next size up",
      "drop",
      "lost a year",
    ],
    ...circuits.map((row) => [
      row.way,
      `${row.breakerAmps} A`,
      row.conductor ?? "none",
      row.carriesAmps === null ? "" : amps(row.carriesAmps),
      row.dropPercent === null ? "" : `${row.dropPercent.toFixed(2)} %`,
      row.lossPerYear === null ? "" : `${row.lossPerYear.toFixed(2)} ${household.currency}`,
      row.nextConductor ?? "",
      row.nextDropPercent === null ? "" : `${row.nextDropPercent.toFixed(2)} %`,
      row.nextLossPerYear === null ? "" : `${row.nextLossPerYear.toFixed(2)} ${household.currency}`,
    ]),
  ];
  return [
    aligned(judged),
    aligned(told),
    aligned(laid),
    ...(madeUp
      ? [
          "No meter was read: a usual house was made up from its loads. Have the real one measured before anything is decided.",
        ]
      : []),
    "Nothing here is to be wired by: a licensed electrician and local code decide.",
  ].join("\n\n");
}

/** Prints what a house leaves for a car, the ways to fit it in, and their circuits. */
export function installCommand(file: string, { json }: { readonly json: boolean }): number {
  const read = readAs(file, INSTALL_MAX_BYTES, parseInstall);
  if ("problems" in read) return refuse(file, read.problems, json);
  const rows = installRows(read.value);
  if (json) console.log(JSON.stringify({ ok: true, name: read.value.name, ...rows }, null, 2));
  else console.log(text(read.value, rows));
  return 0;
}
