import type { Caution, Rule } from "./caution";

const rapid: Rule = ({ path: { unit }, toSoc }) => {
  if (unit.kind !== "rapid") return undefined;
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
  if (toSoc > 0.8)
    found.push({
      code: "rapid-past-80",
      severity: "careful",
      what: `Rapid charging to ${Math.round(toSoc * 100)} %.`,
      why: "Past 80 % the battery accepts less and less: the last fifth can take as long as all before it.",
      todo: "Leave at 80 % unless the next leg needs more.",
    });
  return found;
};

export const RAPID_RULES: readonly Rule[] = [rapid];
