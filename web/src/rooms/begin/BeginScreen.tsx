import { useMemo, useState } from "react";
import { useNavigate } from "react-router-dom";
import { DateTime } from "luxon";
import {
  CAR_CLASSES,
  HOME_PRICE,
  REGIONS,
  socketsOf,
  usualRate,
  type Region,
  type HomePoint,
  type FromBrochure,
  type FromPower,
  type OutletTypeId,
} from "@kettleback/core";
import { Refused } from "../../api/client";
import { Button } from "../../controls/Button";
import { PhasesSelect } from "../../controls/PhasesSelect";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { useGarage } from "../../stores/garage";
import { sayTrouble } from "../../stores/notices";
import { ampsText } from "../../format/number";
import { BrochureFields } from "../../plan/BrochureFields";
import { InletChoice } from "../../plan/InletChoice";
import { PictureChoice } from "../../plan/PictureChoice";
import { faceText, pictured } from "../../plan/sockets";
import {
  browserZone,
  chargerOfTyped,
  firstTyped,
  planOfTyped,
  pointOfTyped,
  rapidOfTyped,
  wrongOf,
  type Typed,
} from "./answers";
import styles from "./begin.module.scss";

const UNKNOWN = "I don’t know";

/** The beginning, on one page: where one lives, the car, what it is plugged into. Everything may be left unsaid. */
export default function BeginScreen() {
  const { households, addHousehold, putDemo } = useGarage();
  const [zone] = useState(browserZone);
  const [typed, setTyped] = useState<Typed>(() => firstTyped(zone));
  const [refusal, setRefusal] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const navigate = useNavigate();
  const wrong = wrongOf(typed);
  const region = REGIONS.find(({ id }) => id === typed.region)!;
  const charger = chargerOfTyped(typed);
  const point = pointOfTyped(typed) ?? region.points[0]!;
  const rapid = useMemo(() => rapidOfTyped(typed), [typed]);
  const set = (change: Partial<Typed>) => setTyped({ ...typed, ...change });

  const go = async () => {
    const plan = planOfTyped(
      typed,
      zone,
      DateTime.now().toISODate(),
      households.map(({ spec }) => spec.name),
    );
    if (!plan) return;
    setBusy(true);
    try {
      await addHousehold(plan);
      void navigate("/path");
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefusal(error.errors[0] ? `${error.errors[0].field}: ${error.errors[0].message}` : error.message);
      setBusy(false);
    }
  };
  const look = () =>
    putDemo()
      .then(() => void navigate("/path"))
      .catch(sayTrouble);

  return (
    <form
      className={styles.room}
      onSubmit={(e) => {
        e.preventDefault();
        void go();
      }}
      noValidate
    >
      <header>
        <h1>What will your car really get?</h1>
        <p>
          Say what you know. Whatever you leave open is taken for a usual value and marked as assumed; the
          answer says how much each of them matters.
        </p>
      </header>

      <Where typed={typed} set={set} region={region} zone={zone} wrong={wrong} />

      <TheCar typed={typed} set={set} wrong={wrong} charger={charger} rapid={rapid} />

      <Plugged typed={typed} set={set} region={region} point={point} wrong={wrong} />

      {refusal && (
        <p className="problems" role="alert">
          {refusal}
        </p>
      )}
      <div className="go">
        <Button large type="submit" disabled={busy || Object.keys(wrong).length > 0 || rapid?.ok === false}>
          Show me the answer
        </Button>
        <Button large quiet asks={look}>
          {households.length === 0 ? "Look around in a demo first" : "Put the demo beside mine"}
        </Button>
      </div>
      <p className="quiet">Kettleback never replaces a licensed electrician or your local code.</p>
    </form>
  );
}

interface PluggedProps {
  readonly typed: Typed;
  readonly set: (change: Partial<Typed>) => void;
  readonly region: Region;
  readonly point: HomePoint;
  readonly wrong: Readonly<Partial<Record<keyof Typed, string>>>;
}

/** What a car may be plugged into where one lives, each by its picture; what is seldom met there folded away. */
function outletChoices(region: Region): Pick<Parameters<typeof PictureChoice>[0], "options" | "more"> {
  const { own, others } = socketsOf(region, region.system);
  const asked = region.points.map(({ outlet }) => outlet);
  const card = (type: OutletTypeId) => pictured(type, region.system);
  return {
    options: [
      { value: "", title: UNKNOWN, small: `taken as: ${region.points[0]!.name}` },
      ...region.points.map(({ id, name, outlet, amps }) => ({
        ...(outlet ? { ...card(outlet), title: name } : { title: name, small: "wired in; nothing to plug" }),
        value: id,
        ...(outlet ? { small: `${faceText(outlet, region.system)}; ${ampsText(amps)} for hours` } : {}),
      })),
    ],
    more: {
      says: "Another socket",
      options: [...own.filter((type) => !asked.includes(type)), ...others].map(card),
    },
  };
}

/** The outlet, and the unit on it. */
const Plugged = ({ typed, set, region, point, wrong }: PluggedProps) => (
  <fieldset>
    <legend>What it is plugged into</legend>
    <PictureChoice
      says="Outlet"
      value={typed.point}
      onChange={(picked) => set({ point: picked })}
      {...outletChoices(region)}
    />
    <Figure
      label="The charging unit’s label says"
      unit="A"
      placeholder={String(point.amps)}
      value={typed.evseAmps}
      problem={wrong.evseAmps}
      onChange={(evseAmps) => set({ evseAmps })}
    />
  </fieldset>
);

interface TheCarProps {
  readonly typed: Typed;
  readonly set: (change: Partial<Typed>) => void;
  readonly wrong: Readonly<Partial<Record<keyof Typed, string>>>;
  readonly charger: FromPower | null;
  readonly rapid: FromBrochure | null;
}

/** What the car is, as far as it is known. */
const TheCar = ({ typed, set, wrong, charger, rapid }: TheCarProps) => (
  <fieldset>
    <legend>The car</legend>
    <TextInput
      says="What you call it"
      large
      placeholder="my car"
      maxLength={80}
      value={typed.carName}
      onChange={(text) => set({ carName: text })}
    />
    <Select
      says="What it is"
      large
      value={typed.carClass}
      onChange={(picked) => set({ carClass: picked })}
      options={[
        { value: "", text: `${UNKNOWN}: a family car` },
        ...CAR_CLASSES.map(({ id, name }) => ({ value: id, text: name })),
      ]}
    />
    <Figure
      label="Battery, usable"
      unit="kWh"
      value={typed.batteryKWh}
      problem={wrong.batteryKWh}
      onChange={(batteryKWh) => set({ batteryKWh })}
    />
    <Figure
      label="Onboard charger"
      unit="kW"
      value={typed.chargerKW}
      problem={wrong.chargerKW}
      onChange={(chargerKW) => set({ chargerKW })}
    />
    <PhasesSelect
      says="On"
      unknown={UNKNOWN}
      large
      value={typed.phases}
      onChange={(phases) => set({ phases })}
    />
    {wrong.phases && (
      <p className="problem" role="alert">
        Phases of the charger: {wrong.phases}
      </p>
    )}
    {charger?.ok && <p className="quiet">Taken as {charger.charger.said}.</p>}
    <details>
      <summary>Look into its inlet</summary>
      <InletChoice value={typed.inlet} unknown={UNKNOWN} onChange={(inlet) => set({ inlet })} />
    </details>
    <details>
      <summary>Rapid charging, from the brochure</summary>
      <BrochureFields typed={typed.rapid} found={rapid} onChange={(next) => set({ rapid: next })} />
    </details>
  </fieldset>
);

interface WhereProps {
  readonly typed: Typed;
  readonly set: (change: Partial<Typed>) => void;
  readonly region: Region;
  readonly zone: string;
  readonly wrong: Readonly<Partial<Record<keyof Typed, string>>>;
}

/** The part of the world, which settles currency, distances and clock, and what a kWh costs there. */
const Where = ({ typed, set, region, zone, wrong }: WhereProps) => (
  <fieldset>
    <legend>Where you live</legend>
    <Select
      says="Part of the world"
      large
      value={typed.region}
      onChange={(picked) => set({ region: picked, point: "" })}
      options={REGIONS.map(({ id, name }) => ({ value: id, text: name }))}
    />
    <p className="quiet">
      {region.currency}, {region.distanceUnit === "km" ? "kilometres" : "miles"}, time zone {zone}.
    </p>
    <Figure
      label="A kWh costs you"
      unit={region.currency}
      placeholder={String(usualRate(HOME_PRICE, region.currency))}
      value={typed.perKWh}
      problem={wrong.perKWh}
      onChange={(perKWh) => set({ perKWh })}
    />
  </fieldset>
);

interface FigureProps {
  readonly label: string;
  readonly unit: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly problem: string | undefined;
  onChange(value: string): void;
}

/** A figure off a label or the papers, which may be left open. */
function Figure({ label, unit, value, placeholder = "I don’t know", problem, onChange }: FigureProps) {
  return (
    <label className={problem ? "wrong" : ""}>
      {label}
      <span className="with-unit">
        <TextInput
          label={`${label}, ${unit}`}
          large
          wrong={!!problem}
          placeholder={placeholder}
          kind="figure"
          value={value}
          onChange={onChange}
        />
        <span>{unit}</span>
      </span>
      {problem && (
        <span className="problem" role="alert">
          {label}: {problem}
        </span>
      )}
    </label>
  );
}
