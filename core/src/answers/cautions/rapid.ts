import { schoolOf } from "../../things/parts";
import { acceptanceFactor, acceptedAt, targetOn } from "../../engine/session";
import type { Caution, Rule, Situation } from "./caution";

/** Share of its curve below which a cold pack is worth a word: it takes so much longer. */
const COLD_SHARE = 0.7;

/** A cold pack takes a fraction of what the station gives, until it has warmed. */
function cold({ path: { evse }, flowing }: Situation): Caution | undefined {
  const packC = flowing?.start.packC ?? null;
  if (evse.kind !== "rapid" || !flowing || packC === null) return undefined;
  const share = acceptanceFactor(packC);
  const warmW = acceptedAt(flowing.circuit.pack, flowing.start.soc);
  const takesW = share * warmW;
  if (share >= COLD_SHARE || takesW >= flowing.circuit.capW) return undefined;
  const kW = (watts: number) => `${(watts / 1000).toFixed(1)} kW`;
  return {
    code: "pack-cold",
    severity: "careful",
    amount: 1 - share,
    what: `At ${packC} °C the pack takes ${kW(takesW)} to begin with, of the station's ${Math.round(flowing.circuit.capW / 1000)} kW.`,
    why: `Cold cells accept less: about ${Math.round(100 * share)} % of the ${kW(warmW)} they would take warm (a generic shape, common practice). It rises as they warm.`,
    todo: "Warm it on the way: name the station as the destination where the car then heats its pack, or come straight from a long drive; else allow for the longer stay.",
  };
}

const rapid: Rule = (situation) => {
  const { path, flowing } = situation;
  const { evse } = path;
  const toSoc = flowing ? targetOn(flowing.circuit, situation.toSoc) : situation.toSoc;
  if (evse.kind !== "rapid") return undefined;
  const found: Caution[] = [
    {
      code: "rapid-minority",
      severity: "note",
      what: "Rapid charging is best kept a minority.",
      why: "Makers ask for about one session in four or five at most (common practice).",
      todo: "Charge slowly where you can, rapidly where you must.",
    },
    {
      code: "rapid-watch",
      severity: "note",
      what: "A session can fail to start, or stop unnoticed.",
      why: "The station may show a welcome screen while nothing flows.",
      todo: "Wait until charging has really started, look again after some minutes, and move on when done: idle fees, and the next driver.",
    },
  ];
  const stays = path.free === true && schoolOf(path.schools, "past80") === "stay";
  if (toSoc > 0.8 && !stays)
    found.push({
      code: "rapid-past-80",
      severity: "careful",
      amount: toSoc,
      what: `Rapid charging to ${Math.round(toSoc * 100)} %.`,
      why: "Past 80 % the battery accepts less and less: the last fifth can take as long as all before it.",
      todo: "Leave at 80 % unless the next leg needs more.",
    });
  const chill = cold(situation);
  return chill ? [...found, chill] : found;
};

/** A car that stops and lets go by itself before what is asked. */
const endsItself: Rule = ({ path: { car }, flowing, toSoc, direct }) => {
  if (!flowing) return undefined;
  const target = targetOn(flowing.circuit, toSoc);
  const percent = (soc: number) => `${Math.round(soc * 100)} %`;
  return target < toSoc
    ? {
        code: "ends-itself",
        severity: "note",
        what: `${car.name} ends by itself at ${percent(target)} here, short of the ${percent(toSoc)} asked for.`,
        why: direct
          ? "From then on nothing flows, the plug is let go, and a station may count an idle fee."
          : "From then on nothing flows, whatever the unit offers.",
        todo: direct
          ? "Be there when it ends, and charge the rest on AC if you need it."
          : "Lift the limit in the car if you need more, or reckon with what it gives.",
      }
    : undefined;
};

/** Below it (°C) a car that is plugged in spends its warmth from the wall to some use (common practice). */
const COLD_OUTSIDE_C = 5;

/** Cold and free: one of two schools leaves the car plugged in. */
const leftPluggedIn: Rule = ({ path: { free, schools }, flowing, direct }) => {
  const packC = flowing?.start.packC ?? null;
  return free === true &&
    !direct &&
    packC !== null &&
    packC < COLD_OUTSIDE_C &&
    schoolOf(schools, "cold") === "always"
    ? {
        code: "plugged-in-cold",
        severity: "note",
        what: `At ${packC} °C and free of charge: leave it plugged in.`,
        why: "Plugged in, the car warms pack and cabin from the wall, and starts with all its range.",
        todo: "Set its departure in the car, and unplug when you leave.",
      }
    : undefined;
};

/** Rules about rapid stations, and about where the car itself ends. */
export const RAPID_RULES: readonly Rule[] = [rapid, endsItself, leftPluggedIn];
