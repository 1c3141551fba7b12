import { useId, useState } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import {
  batteryBy,
  carFromPapers,
  fittedCurve,
  fromWhPerKm,
  toKm,
  voltsFor,
  type Battery,
  type EconomyUnit,
  type FromBrochure,
  type InletId,
  type Papers as Stated,
  type SupplyId,
} from "@kettleback/core";
import { Button } from "../../controls/Button";
import { PhasesSelect, type KnownPhases } from "../../controls/PhasesSelect";
import { TextInput } from "../../controls/TextInput";
import { readNumber, typedNumber } from "../../format/manner";
import { BrochureFields } from "../../plan/BrochureFields";
import { brochureOf, NO_BROCHURE, type TypedBrochure } from "../../plan/brochure";
import { typedCurve } from "./curve";

type Typed = Readonly<Record<Exclude<keyof Stated, "phases">, string>>;
const NOTHING: Typed = {
  chargerKW: "",
  usableKWh: "",
  grossKWh: "",
  packVolts: "",
  ampHours: "",
  rangeKm: "",
};

const number = (text: string): number | undefined => {
  const n = readNumber(text);
  return n > 0 ? n : undefined;
};

interface Props {
  readonly economyUnit: EconomyUnit;
  readonly system: SupplyId;
}

/** What stands in a car's papers: kW and phases, usable or gross energy, volts and amp-hours, range; and what it makes. */
export function Papers({ economyUnit, system }: Props) {
  const [typed, setTyped] = useState(NOTHING);
  const [phases, setPhases] = useState<KnownPhases>();
  const { getValues, setValue } = useFormContext();
  const miles = economyUnit.includes("mi");
  const range = number(typed.rangeKm);
  const found = carFromPapers(
    {
      chargerKW: number(typed.chargerKW),
      phases,
      usableKWh: number(typed.usableKWh),
      grossKWh: number(typed.grossKWh),
      packVolts: number(typed.packVolts),
      ampHours: number(typed.ampHours),
      rangeKm: range === undefined ? undefined : toKm(range, miles ? "mi" : "km"),
    },
    system,
  );
  const [brochure, setBrochure] = useState(NO_BROCHURE);
  const battery = useBattery(found.battery, number(typed.packVolts) !== undefined, brochure);
  const rapid = useRapid(brochure, battery);
  const take = () => {
    const put = (path: string, value: unknown) => setValue(path, value, { shouldDirty: true });
    if (found.limits)
      put(
        "charger/limits",
        Object.fromEntries(found.limits.map(({ phases, amps }) => [String(phases), typedNumber(amps)])),
      );
    if (found.battery && battery) {
      const { usableWh, grossWh, packVolts, packOhms } = battery;
      put("battery/usableWh", typedNumber(usableWh / 1000));
      put("battery/grossWh", grossWh === undefined ? "" : typedNumber(grossWh / 1000));
      put("battery/packVolts", typedNumber(packVolts));
      put("battery/packOhms", String(Math.round(packOhms * 1000)));
    }
    if (found.whPerKm !== undefined)
      put("whPerKm", typedNumber(Number(fromWhPerKm(found.whPerKm, economyUnit).toPrecision(4))));
    if (rapid?.ok) put("battery/acceptance", typedCurve(rapid.acceptance));
    const marks = new Set(getValues("assumed") as readonly string[]);
    for (const mark of found.known) marks.delete(mark);
    for (const mark of [...found.assumed, ...(rapid?.ok ? ["acceptance"] : [])]) marks.add(mark);
    put("assumed", [...marks]);
  };
  const field = (name: keyof Typed, label: string, unit: string) => (
    <Figure
      label={label}
      unit={unit}
      value={typed[name]}
      problem={found.problems.find((problem) => problem.field === name)?.message}
      onChange={(text) => setTyped({ ...typed, [name]: text })}
    />
  );
  const settles = found.limits !== undefined || found.battery !== undefined || rapid?.ok === true;
  return (
    <div className="field wide papers">
      <small className="hint">Whatever is known; the rest stays as it is above.</small>
      <div className="fields">
        {field("chargerKW", "Onboard charger", "kW")}
        <PhasesSelect className="field" says="On" value={phases} onChange={setPhases} />
        {field("usableKWh", "Battery, usable", "kWh")}
        {field("grossKWh", "Battery, gross", "kWh")}
        {field("packVolts", "Battery voltage", "V")}
        {field("ampHours", "Battery charge", "Ah")}
        {field("rangeKm", "Range on a full battery", miles ? "mi" : "km")}
      </div>
      <BrochureFields typed={brochure} found={rapid} onChange={setBrochure} />
      <div aria-live="polite">
        {found.said.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </div>
      <Button quiet disabled={!settles || found.problems.length > 0 || rapid?.ok === false} onClick={take}>
        Take these figures
      </Button>
    </div>
  );
}

/**
 * The battery the papers come to, of a kind that takes the brochure's peak where nobody has said its volts; the one in
 * the form where the papers say nothing of it.
 */
function useBattery(
  found: Battery | undefined,
  stated: boolean,
  { peakKW }: TypedBrochure,
): Battery | undefined {
  const [usableKWh, packVolts] = useWatch({ name: ["battery/usableWh", "battery/packVolts"] }) as string[];
  if (found) {
    if (stated) return found;
    const { usableWh, grossWh } = found;
    return {
      ...batteryBy(usableWh, voltsFor(number(peakKW), found.packVolts)),
      ...(grossWh === undefined ? {} : { grossWh }),
    };
  }
  const [kWh, volts] = [number(usableKWh ?? ""), number(packVolts ?? "")];
  return kWh === undefined || volts === undefined ? undefined : batteryBy(kWh * 1000, volts);
}

/** What the brochure's rapid charging comes to for a battery; null where one of them says nothing. */
function useRapid(typed: TypedBrochure, battery: Battery | undefined): FromBrochure | null {
  const [ownDraw, inlets] = useWatch({ name: ["ownDrawW", "inlets"] }) as [string, InletId[]];
  const brochure = brochureOf(typed);
  return brochure && battery
    ? fittedCurve(brochure, { battery, ownDrawW: number(ownDraw ?? "") ?? 0, inlets: inlets ?? [] })
    : null;
}

interface FigureProps {
  readonly label: string;
  readonly unit: string;
  readonly value: string;
  readonly problem: string | undefined;
  onChange(text: string): void;
}

function Figure({ label, unit, value, problem, onChange }: FigureProps) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <span className="measure">
        <TextInput
          id={id}
          wrong={!!problem}
          describedBy={problem ? `${id}-problem` : undefined}
          kind="figure"
          value={value}
          onChange={onChange}
        />
        <span className="unit">{unit}</span>
      </span>
      {problem && (
        <small id={`${id}-problem`} className="problem" role="alert">
          {label}: {problem}
        </small>
      )}
    </div>
  );
}
