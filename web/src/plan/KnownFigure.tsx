import { useEffect, useId, useRef, useState } from "react";
import {
  acceptanceOf,
  acceptedRange,
  carSchema,
  chargerFromPower,
  fromWhPerKm,
  problemsOf,
  toWhPerKm,
  type Assumed,
  type Car,
  type Household,
  type SupplyId,
} from "@kettleback/core";
import { Button } from "../controls/Button";
import { FigureInput } from "../controls/FigureInput";
import { PhasesSelect, type KnownPhases } from "../controls/PhasesSelect";
import { decimals } from "../format/number";

/** What is asked of a car's figure, and how the car looks with it. */
interface Asked {
  readonly label: string;
  readonly unit: string;
  /** In the unit asked for; the assumed figure stands there to begin with. */
  readonly value: number;
  /** A figure as the car keeps it, in the unit asked for. */
  shown(kept: number): number;
  /** The car with a figure, or what is wrong with it. */
  put(typed: number): Car | string;
}

/** What a figure of a car is called here, in which unit it is typed, and where it goes. */
export function askedOf(
  assumed: Assumed,
  car: Car,
  { economyUnit }: Household,
  system: SupplyId,
  phases: KnownPhases,
): Asked {
  const { battery, charger } = car;
  switch (assumed) {
    case "ownDraw":
      return {
        label: "Own draw while charging",
        unit: "W",
        value: car.ownDrawW,
        shown: (watts) => watts,
        put: (ownDrawW) => ({ ...car, ownDrawW }),
      };
    case "efficiency":
      return {
        label: "Efficiency of its charger",
        unit: "%",
        value: charger.efficiency * 100,
        shown: (share) => share * 100,
        put: (per) => ({ ...car, charger: { ...charger, efficiency: per / 100 } }),
      };
    case "economy":
      return {
        label: "What it uses",
        unit: economyUnit,
        value: Number(fromWhPerKm(car.whPerKm, economyUnit).toPrecision(4)),
        shown: (whPerKm) => fromWhPerKm(whPerKm, economyUnit),
        put: (typed) => ({ ...car, whPerKm: toWhPerKm(typed, economyUnit) }),
      };
    case "capacity":
      return {
        label: "Usable capacity",
        unit: "kWh",
        value: battery.usableWh / 1000,
        shown: (wh) => wh / 1000,
        put: (kWh) => ({ ...car, battery: { ...battery, usableWh: kWh * 1000 } }),
      };
    case "charger":
      return {
        label: "Onboard charger",
        unit: "kW",
        value: Number.NaN,
        shown: (kW) => kW,
        put: (kW) => {
          const found = chargerFromPower(kW, phases, system);
          return found.ok
            ? { ...car, charger: { ...charger, limits: [...found.charger.limits] } }
            : found.problem;
        },
      };
    case "acceptance": {
      const curve = acceptanceOf(battery, true) ?? [];
      const peak = Math.max(1, ...curve.map(({ watts }) => watts));
      return {
        label: "Its peak at a rapid station",
        unit: "kW",
        value: Math.round(peak / 1000),
        shown: (watts) => watts / 1000,
        put: (kW) => ({
          ...car,
          battery: {
            ...battery,
            acceptance: curve.map(({ soc, watts }) => ({
              soc,
              watts: Math.max(100, Math.round((watts * kW * 1000) / peak)),
            })),
          },
        }),
      };
    }
  }
}

/** The car with a figure put in and no longer marked as assumed, or what is wrong with it, in the unit it is typed in. */
export function carWith(asked: Asked, typed: number, assumed: Assumed): Car | string {
  if (!Number.isFinite(typed)) return `accepted: a number of ${asked.unit}`;
  const made = asked.put(typed);
  if (typeof made === "string") return made;
  const { assumed: marks, ...car } = made;
  const left = marks?.filter((mark) => mark !== assumed) ?? [];
  const parsed = carSchema.safeParse(left.length > 0 ? { ...car, assumed: left } : car);
  if (parsed.success) return parsed.data;
  const [problem] = problemsOf(parsed.error, carSchema);
  const { accepts, message } = problem!;
  if (accepts?.code !== "range") return message;
  const ends = [accepts.min, accepts.max].map((end) => Number(asked.shown(end).toPrecision(4)));
  return acceptedRange(Math.min(...ends), Math.max(...ends), asked.unit);
}

interface Props {
  readonly assumed: Assumed;
  readonly car: Car;
  readonly household: Household;
  readonly system: SupplyId;
  onKnown(car: Car): void;
  onCancel(): void;
}

/** Asks for a figure that was assumed, there and then. */
export function KnownFigure({ assumed, car, household, system, onKnown, onCancel }: Props) {
  const id = useId();
  const [phases, setPhases] = useState<KnownPhases>();
  const asked = askedOf(assumed, car, household, system, phases);
  const [typed, setTyped] = useState(asked.value);
  const [problem, setProblem] = useState<string | null>(null);
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    const field = form.current?.querySelector("input");
    field?.focus();
    field?.select();
  }, []);
  const take = () => {
    const found = carWith(asked, typed, assumed);
    if (typeof found === "string") setProblem(found);
    else onKnown(found);
  };
  return (
    <form
      ref={form}
      className="known-figure"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        take();
      }}
    >
      <span className="measure">
        <FigureInput
          label={`${asked.label}, ${asked.unit}`}
          value={typed}
          wrong={problem !== null}
          describedBy={problem ? id : undefined}
          onChange={(value) => {
            setTyped(value);
            setProblem(null);
          }}
        />
        <span className="unit">{asked.unit}</span>
      </span>
      {assumed === "charger" && (
        <PhasesSelect
          unknown="phases: I don’t know"
          value={phases}
          onChange={(picked) => {
            setPhases(picked);
            setProblem(null);
          }}
        />
      )}
      <Button type="submit" quiet>
        Take it
      </Button>
      <Button type="button" quiet onClick={onCancel}>
        Leave it assumed
      </Button>
      {problem && (
        <small id={id} className="problem" role="alert">
          {asked.label}: {problem}
        </small>
      )}
      {assumed === "acceptance" && (
        <small className="quiet">
          The usual shape, scaled to that peak; its points can be typed in the Garage. It stands at{" "}
          {decimals(asked.value, 0)} kW now.
        </small>
      )}
    </form>
  );
}
