import { tapOf, supplySystem, type TapVolts } from "../../trade/supply";
import { MIN_AMPS } from "../../trade/signals";
import type { Circuit } from "./circuit";
import type { ChargingPath } from "./describe";
import type { Flow } from "./flow";
import { PHASE_COUNTS, shared, voltsOn } from "./phases";
import { LINK_WORDS, type Link, type LinkKind } from "./link";
import type { PathField, Refusal } from "./refusal";

/** The part of the setting a link belongs to. */
export const FIELD_OF: Readonly<Record<LinkKind, PathField>> = {
  circuit: "outlet",
  outlet: "outlet",
  lead: "lead",
  evse: "evse",
  cable: "cable",
  adapter: "adapter",
  inlet: "car",
  charger: "car",
  battery: "car",
};

/** Amps below 6, told so that they never read as 6. */
const below = (amps: number): string => `${Math.floor(amps * 100) / 100} A`;

const refuse = (link: Link, amps: number, because: string): Refusal => ({
  field: FIELD_OF[link.kind],
  code: "below-six-amps",
  message: `The ${LINK_WORDS[link.kind]} leaves ${below(amps)}${because}, and a car needs at least ${MIN_AMPS} A: it does not charge.`,
  remedy: `Raise it to ${MIN_AMPS} A or more, or take another way in.`,
});

/** Too little current: the link that leaves it, be it by its amps, its cap or its resistance. */
export function tooFewAmps({ car }: ChargingPath, { links }: Circuit, { way, amps, boundBy }: Flow): Refusal {
  const most = (rank: (link: Link) => number) =>
    links.reduce((worst, link) => (rank(link) > rank(worst) ? link : worst));
  if (boundBy === "sag")
    return refuse(
      most((l) => l.ohms),
      amps,
      " before the voltage sags too far",
    );
  if (boundBy === "cap")
    return refuse(
      links.find((l) => l.kind === "charger")!,
      amps,
      ` by its cap of ${car.charger.capW! / 1000} kW`,
    );
  return refuse(
    most((l) => (l.role === "limits" ? -l.ampsOn[way.phases] : -Infinity)),
    amps,
    "",
  );
}

const phasesText = (counts: readonly number[]): string => {
  const names = counts.map((n) => ["", "one phase", "two phases", "three phases"][n]!);
  return names.length > 0 ? names.join(" or ") : "no phase";
};

/** No phase count in common: what the charger works on, and what the links before it bring. */
export function noPhases({ car, outlet }: ChargingPath, links: readonly Link[], live: TapVolts): Refusal {
  const charger = links.find((l) => l.kind === "charger")!;
  const before = links.filter((l) => l !== charger);
  const brought = PHASE_COUNTS.filter((n) => voltsOn(n, live) !== undefined && shared(before, n));
  const shut = before.find((l) => l.role === "limits" && l.ampsOn[1] <= 0);
  if (shut) return refuse(shut, 0, "");
  const takes = PHASE_COUNTS.filter((n) => charger.ampsOn[n] > 0);
  const more = tapOf(outlet.supply.system, "three");
  return {
    field: "car",
    code: "no-common-phases",
    message:
      takes.length === 0
        ? `The onboard charger of ${car.name} cannot use ${supplySystem(outlet.supply.system).name.replace(/,.*/, "")}: it needs a neutral.`
        : `The onboard charger of ${car.name} works on ${phasesText(takes)} only; this path brings ${phasesText(brought)}.`,
    remedy:
      takes.length === 0
        ? "Take a way in with a neutral; the phases are not what is missing."
        : more
          ? "Take an outlet, a unit and a cable with as many phases as the charger needs."
          : "This supply has no more phases to give: take another way in.",
  };
}
