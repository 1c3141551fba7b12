import {
  amountOf,
  CAUSE_WORDS,
  fromKm,
  LINK_WORDS,
  LOSS_CAUSES,
  type Plan,
  type Solution,
  type Term,
  type Working,
} from "@kettleback/core";

const kilo = (n: number): string => (n / 1000).toFixed(2);
const lanes = (n: number): string => (n === 1 ? "one lane" : n === 2 ? "two lanes" : "three lanes");

/** Rows of label and value in two columns. */
const columns = (rows: readonly (readonly [string, string])[]): string => {
  const width = Math.max(...rows.map(([label]) => label.length));
  return rows.map(([label, value]) => `  ${label.padEnd(width)}  ${value}`).join("\n");
};

const termText = ({ value, unit }: Term): string =>
  `${Number(value.toPrecision(6))}${unit ? ` ${unit}` : ""}`;

const workingText = ({ title, steps, notes }: Working): string =>
  [
    title,
    ...steps.flatMap((step) => [
      `  ${step.what}: ${step.formula} = ${termText(step.result)}`,
      ...step.terms.map(
        (t) =>
          `    ${t.symbol ? `${t.symbol}, ` : ""}${t.name}: ${termText(t)}${t.source ? ` [${t.source.mark}] ${t.source.name}` : ""}`,
      ),
    ]),
    ...notes.map((note) => `  Note: ${note}`),
  ].join("\n");

/** A solved plan as a table to read. */
export function tableOf(plan: Plan, s: Solution, workings: readonly Working[]): string {
  const { point, ledger } = s;
  const { currency, distanceUnit: unit } = plan.household;
  const narrow = point.links[point.binding]!;
  const answers = columns([
    ["flows", `${point.amps.toFixed(1)} A on ${lanes(point.lanes)} at ${point.volts.toFixed(0)} V`],
    ["power from the wall", `${kilo(s.atFlow.wall)} kW`],
    ["power into the battery", `${kilo(s.atFlow.stored)} kW`],
    ["ready at", `${s.readyAt.toFormat("yyyy-MM-dd HH:mm ZZZZ")}${s.reached ? "" : ", after departure"}`],
    ["charge at the end", `${(s.endSoc * 100).toFixed(1)} %`],
    ["energy on the meter", `${kilo(ledger.wall)} kWh`],
    ["energy stored", `${kilo(ledger.stored)} kWh`],
    ["energy lost", `${kilo(ledger.lost)} kWh`],
    ["cost", `${amountOf(s.cost.total).toFixed(2)} ${currency}`],
    ["range by the hour", `${fromKm(s.range.kmPerHour, unit).toFixed(1)} ${unit}/h`],
    ["range added", `${fromKm(s.range.added, unit).toFixed(0)} ${unit}`],
  ]);
  const links = columns(
    point.links.map((link, i) => [
      `${LINK_WORDS[link.kind]}: ${link.name}`,
      `${link.ceilingAmps.toFixed(1).padStart(5)} A ${kilo(link.ceilingW).padStart(6)} kW${i === point.binding ? "  narrowest" : ""}`,
    ]),
  );
  const losses = columns(
    LOSS_CAUSES.filter((cause) => ledger[cause] > 0).map((cause) => [
      CAUSE_WORDS[cause],
      `${ledger[cause].toFixed(0).padStart(6)} Wh`,
    ]),
  );
  return [
    plan.name,
    `The ${LINK_WORDS[narrow.kind]} is the narrowest link: ${narrow.name} (${narrow.why}).`,
    "",
    answers,
    "",
    "Links, from the board to the battery",
    links,
    "",
    "Lost on the way",
    losses,
    ...workings.map((w) => `\n${workingText(w)}`),
  ].join("\n");
}

/** A solved plan as JSON: canonical units, named in every field. */
export const jsonOf = (plan: Plan, s: Solution, workings: readonly Working[]): object => ({
  ok: true,
  name: plan.name,
  flow: {
    lanes: s.point.lanes,
    amps: s.point.amps,
    volts: s.point.volts,
    dropVolts: s.point.dropVolts,
    boundBy: s.point.boundBy,
    binding: s.point.links[s.point.binding]!.kind,
    runnerUp: s.point.links[s.point.runnerUp]!.kind,
  },
  links: s.point.links.map(({ kind, name, ceilingAmps, ceilingW, lossW, why }) => ({
    kind,
    name,
    ceilingAmps,
    ceilingW,
    lossW,
    why,
  })),
  powerW: s.atFlow,
  energyWh: s.ledger,
  readyAt: s.readyAt.toISO(),
  secondsToTarget: s.secondsToTarget,
  reached: s.reached,
  endSoc: s.endSoc,
  cost: { total: amountOf(s.cost.total), lost: amountOf(s.cost.lost), currency: plan.household.currency },
  rangeKm: { perHour: s.range.kmPerHour, added: s.range.added, byHour: s.range.byHour },
  ...(workings.length > 0 ? { workings } : {}),
});
