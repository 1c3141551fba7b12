import { hasSwitch } from "../../trade/outlets";
import type { Plan } from "../../engine/plan";

/** One thing to look at where nothing charges, and what to press or do about it. */
export interface Check {
  readonly id: string;
  readonly look: string;
  readonly press: string;
}

/** What a check is told from: whose unit it is, and what lies between. */
interface Setting {
  readonly plan: Plan;
  readonly away: boolean;
  readonly rapid: boolean;
}

/** A check, and whether it applies. */
type Rule = Check & { readonly when?: boolean };

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** Below it (°C) a battery may take next to nothing for a while (common practice). */
const COLD_C = 0;

/** What is looked at first costs nothing; what asks for somebody else comes last (common practice). */
const rulesFor = ({ plan, away, rapid }: Setting): readonly Rule[] => {
  const { evse, lead, adapter, cable, session, car } = plan;
  const ends = rapid ? car.endsAt?.rapid : car.endsAt?.ac;
  return [
    {
      id: "plug",
      look: rapid
        ? "Is the handle all the way in? It is heavy: held up, it locks."
        : "Is the plug home in the car, and at the other end?",
      press: `Pull it out and push it in until it clicks${rapid ? ", holding it up until the lock has run" : ""}.`,
    },
    {
      id: "adapter",
      look: "Is the adapter home on both sides?",
      press: "Put adapter and plug together first, then both into the car.",
      when: adapter !== null,
    },
    {
      id: "limit",
      look: `Does the car stand at its limit already? This path starts from ${percent(session.fromSoc)}${ends === undefined ? "" : `, and the car ends by itself at ${percent(ends)}`}.`,
      press: "In the car’s charging menu raise the limit above where it stands.",
    },
    {
      id: "timer",
      look: "Does a timer wait for later: in the car, in its app, or in the unit?",
      press: "Press “charge now” in the car, or take the timer off.",
      when: !rapid,
    },
    {
      id: "switch",
      look: "Is the switch at the socket on?",
      press: "Switch it on; a red mark shows that it is.",
      when: plan.outlet.kind === "socket" && hasSwitch(plan.outlet.type),
    },
    {
      id: "paused",
      look: "Is the unit paused by its own button, or held down while the house draws much?",
      press: "Press its button once and wait a minute; turn off what draws much.",
      when: !away,
    },
    {
      id: "authorised",
      look: "Does the post know who pays? Its display says so, or a light changes.",
      press:
        "Hold the card to it, or start from the app, in the order it asks for: some want the plug first, some the card.",
      when: away,
    },
    {
      id: "lights",
      look: evse.lights
        ? `What does its light say? Your note: ${evse.lights.split("\n").join("; ")}`
        : "Is there a fault light, red or blinking?",
      press: rapid
        ? "Pull the plug, wait until its display is back at the beginning, and start anew."
        : "Pull the plug from the car, wait ten seconds, plug in again. A light that comes back is a fault: leave it.",
    },
    {
      id: "asleep",
      look: "Is the car asleep, or was it just driven?",
      press: "Lock it, wait a minute, unlock it, and plug in anew.",
    },
    {
      id: "cold",
      look: "Is the battery very cold? It may take next to nothing at first.",
      press: "Give it a quarter of an hour, or drive it warm before you plug in.",
      when: session.batteryC !== null && session.batteryC < COLD_C,
    },
    {
      id: "lead",
      look: "Does it charge without the extension lead?",
      press: "Take the lead out and plug the unit straight in, if only to see.",
      when: lead !== null,
    },
    {
      id: "cable",
      look: "Does another cable do?",
      press: "Plug the cable in at the post first, then at the car; try another cable if there is one.",
      when: cable !== null,
    },
    {
      id: "dead",
      look: "Is there power at the outlet? A lamp tells.",
      press: "Plug a lamp in. Dark: look at the breaker.",
      when: plan.outlet.kind === "socket" && !away,
    },
    {
      id: "breaker",
      look: "Has a breaker or the protection against leaking current gone off at the board?",
      press:
        "Switch it on once. If it goes off again leave it off, pull the plug, and call a licensed electrician.",
      when: !away,
    },
    {
      id: "beside",
      look: "Does another plug of the post do, or the post beside it?",
      press: "Move over; the number to call stands on the post.",
      when: away,
    },
  ];
};

/**
 * What to look at where nothing charges on a path, the cheapest first, each with what to press; and what is left then.
 * @example checksFor(plan)[0].id // "plug"
 */
export function checksFor(plan: Plan): readonly Check[] {
  const { kind } = plan.evse;
  const rules = rulesFor({ plan, away: kind === "post" || kind === "rapid", rapid: kind === "rapid" });
  return rules.flatMap(({ when = true, ...check }) => (when ? [check] : []));
}
