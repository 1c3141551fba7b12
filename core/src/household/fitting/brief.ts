import { codeLines, endAdvice } from "../../answers/circuit";
import type { InstallAsked } from "../../answers/install";
import { loadName } from "../../answers/service";
import { tapForUnit } from "../../answers/circuit";
import { supplySystem, tapOf } from "../../trade/supply";
import type { FittingAnswer } from "./answer";
import type { FitWay } from "./ways";

/** A line of a brief; one that can be ticked has an id. */
export interface BriefLine {
  readonly id: string | null;
  readonly text: string;
}

/** A part of a brief. */
export interface BriefPart {
  readonly title: string;
  readonly lines: readonly BriefLine[];
}

/** What stands over every brief. */
export const BRIEF_CAUTION =
  "Prepared by the owner to talk it over. Nothing here is to be wired by: a licensed electrician and local code decide, and every figure is theirs to check.";

const said = (text: string): BriefLine => ({ id: null, text });
const tick = (id: string, text: string): BriefLine => ({ id, text });
/** What is left or carried is never told as more than it is, what is needed never as less. */
const amps = (value: number): string => `${Math.floor(value * 10 + 1e-6) / 10} A`;
const need = (value: number): string => `${Math.ceil(value * 10 - 1e-6) / 10} A`;
const kW = (value: number): string => `${Math.round(value / 100) / 10} kW`;
const mm = (gauge: string): string => gauge.replace("mm2", "mm²");

/** Photos that save a visit. */
const PHOTOS = [
  tick("photo.board", "The board, open as far as it opens by hand, with every label readable"),
  tick("photo.main", "The main breaker or fuse with its amperes, and the meter with its plate"),
  tick("photo.space", "Free places on the board, from straight before it"),
  tick("photo.way", "The way from the board to where the car stands: every wall, ceiling and corner"),
  tick("photo.place", "Where the unit would hang, with something beside it to tell the size"),
  tick("photo.car", "The car where it stands, its inlet in the picture"),
];

const TESTS = [
  tick("test.insulation", "Insulation of the new run, written down"),
  tick("test.earth", "Continuity of the earth, and the earth's own resistance where there is a rod"),
  tick("test.loop", "Loop impedance at the unit, so that the breaker trips in time"),
  tick("test.residual", "Residual-current protection: current and time at which it trips"),
  tick("test.torque", "Terminals tightened to their torque, with the tool named in the report"),
  tick(
    "test.first",
    "The first session together: amps at the unit, volts under load, plug and terminals felt after half an hour",
  ),
];

const PERMITS = [
  tick("permit.local", "Who may do this work here, and whether a permit is needed before it begins"),
  tick(
    "permit.utility",
    "Notice to the utility, or its consent: from which amperes on, and how long that takes",
  ),
  tick("permit.inspection", "Who inspects it, when, and who gets the paper"),
  tick("permit.insurer", "What the insurer of the house wants to see"),
  tick("permit.landlord", "In a rented or shared house: consent in writing"),
  tick("permit.grant", "Grants: most have to be asked for before the work begins"),
];

function houseLines({ service }: InstallAsked, { method, madeUp, series }: FittingAnswer): BriefLine[] {
  const days = Math.round(
    (series.watts.filter((drawn) => drawn !== null).length * series.stepMinutes) / 1440,
  );
  return [
    said(
      `${supplySystem(service.system).name}, ${service.phases === 3 ? "three phases" : "one phase"}, main ${service.mainAmps} A, ${Math.round(service.areaM2)} m².`,
    ),
    ...service.loads.map((load) =>
      said(
        `${loadName(load)}: ${kW(load.watts)}${load.assumed ? " (assumed, the plate was not read)" : ""}${service.phases === 3 ? (load.phases === 3 ? ", three phases" : `, phase ${load.lane}`) : ""}`,
      ),
    ),
    said(
      madeUp
        ? "The house's demand was not measured."
        : `Measured over ${days} days at intervals of ${series.stepMinutes} min.`,
    ),
    said(
      `By ${method.name} the house comes to ${need(service.mainAmps - method.leftAmps)}, and ${amps(Math.max(0, method.leftAmps))} are left.${method.lacks ? ` ${method.lacks}` : ""}`,
    ),
  ];
}

function circuitLines(asked: InstallAsked, way: FitWay): BriefLine[] {
  const { circuits } = way;
  if (!circuits?.fits) return [said("Over an existing socket: socket, run and breaker to be looked at.")];
  const { fits, next } = circuits;
  const { run } = asked;
  return [
    said(
      `${way.phases === 3 ? "Three phases" : "One phase"}, unit for ${way.unitAmps} A${way.amps < way.unitAmps ? `, set to ${way.amps} A` : ""}, breaker ${circuits.breakerAmps} A.`,
    ),
    said(
      `${mm(fits.gauge)} copper, earth ${mm(fits.earth)}, ${run.lengthM} m ${run.laying === "conduit" ? "in conduit" : run.laying === "clipped" ? "clipped to the wall" : "as cable in the walls"}: carries ${amps(fits.carried.amps)} at ${run.ambientC} °C with ${run.circuits} ${run.circuits === 1 ? "circuit" : "circuits"} together, loses ${(100 * fits.dropShare).toFixed(1)} % of the volts.`,
    ),
    ...(next
      ? [
          said(
            `The next size up, ${mm(next.gauge)}, loses ${(100 * next.dropShare).toFixed(1)} %: please quote both.`,
          ),
        ]
      : []),
    ...codeLines({ system: asked.service.system, phases: way.phases, amps: way.unitAmps }, run, circuits).map(
      ({ what }) => said(what),
    ),
  ];
}

const questions = (asked: InstallAsked, way: FitWay): BriefLine[] => [
  tick("ask.measure", "Would you measure the main for a month, or read the meter's quarter hours with me?"),
  tick("ask.edition", "Which code and edition hold here, and how does it count a car's unit?"),
  tick("ask.terminals", "What are breaker and unit terminals marked for, in °C and in thickest conductor?"),
  tick("ask.conduit", "Is there conduit in place, and would you lay one size larger for the next car?"),
  ...(way.id === "follow"
    ? [
        tick(
          "ask.sensor",
          "Where do the sensors of the limit sit, how do they reach the unit, and what happens when they fall silent?",
        ),
        tick("ask.level", "Is the limit set at the installer's level, and written on the unit?"),
      ]
    : []),
  ...(way.id === "upgrade" || way.id === "second-meter"
    ? [tick("ask.utility", "What does the utility ask, and how long does it take?")]
    : []),
  ...(asked.run.end === "socket"
    ? [tick("ask.socket", "Is the socket one that is made for hours of full current?")]
    : []),
  tick("ask.next", "What would a second car change?"),
  tick("ask.warranty", "What do you warrant, and for how long?"),
];

/**
 * A brief for the electrician: what, where, run, loads, phases, photos, questions, tests, permits.
 * @param way the way that is asked for
 * @example briefOf(installation, fitted, fitted.ways[1]).length // 8
 */
export function briefOf(asked: InstallAsked, answer: FittingAnswer, way: FitWay): readonly BriefPart[] {
  const { run, car, wanted, service } = asked;
  const end = endAdvice({ system: service.system, amps: way.unitAmps }, run);
  const tap = tapOf(service.system, tapForUnit(service.system, way.phases));
  return [
    {
      title: "What is wanted",
      lines: [
        said(`${way.name}. ${way.why}`),
        said(
          `For ${car.name}, whose charger takes ${car.charger.limits.map(({ phases, amps: most }) => `${phases} × ${most} A`).join(" or ")}; wished for: ${wanted.phases} × ${wanted.amps} A${tap ? ` at ${tap.label}` : ""}.`,
        ),
        ...way.cautions.map(said),
      ],
    },
    {
      title: "Where",
      lines: [
        said(
          `${run.lengthM} m from the board, ${run.outdoors ? "outdoors" : "indoors"}, up to ${run.ambientC} °C around it.`,
        ),
        said(
          way.id === "socket"
            ? "At the socket there is."
            : end.must === "hardwired" || run.end === "hardwired"
              ? "Wired in."
              : "On a socket made for it.",
        ),
      ],
    },
    { title: "The house", lines: houseLines(asked, answer) },
    { title: "The circuit, as it looks from here", lines: circuitLines(asked, way) },
    { title: "Photos to take before you call", lines: PHOTOS },
    { title: "Questions to ask", lines: questions(asked, way) },
    { title: "To have tested and written down", lines: TESTS },
    { title: "Permits and inspections", lines: PERMITS },
  ];
}

/** Text as it is read, whatever is in it: a name that was typed is no markup (CommonMark, 2.4). */
const plain = (text: string): string => text.replace(/[\\`*_[\]<>&~|]/g, "\\$&");

/**
 * A brief as Markdown (CommonMark), with ticks where things are done.
 * @example briefText("House", [], []).split("\n")[0] // "# House"
 */
export const briefText = (name: string, parts: readonly BriefPart[], ticks: readonly string[]): string =>
  [
    `# ${plain(name)}`,
    BRIEF_CAUTION,
    ...parts.map(({ title, lines }) =>
      [
        `## ${plain(title)}`,
        lines
          .map(({ id, text }) =>
            id === null ? `- ${plain(text)}` : `- [${ticks.includes(id) ? "x" : " "}] ${plain(text)}`,
          )
          .join("\n"),
      ].join("\n\n"),
    ),
  ].join("\n\n") + "\n";
