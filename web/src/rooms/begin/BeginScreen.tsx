import { useMemo, useState } from "react";
import { useNavigate } from "react-router-dom";
import { DateTime } from "luxon";
import {
  HOME_PRICE,
  REGIONS,
  socketsOf,
  usualRate,
  type Region,
  type HomePoint,
  type OutletTypeId,
} from "@kettleback/core";
import { Refused } from "../../api/client";
import { Button } from "../../controls/Button";
import { Select } from "../../controls/Select";
import { useGarage } from "../../stores/garage";
import { sayTrouble } from "../../stores/notices";
import { ampsText } from "../../format/number";
import { CarFields } from "../../plan/CarFields";
import { rapidOfTyped } from "../../plan/carTyped";
import { FigureField } from "../../plan/FigureField";
import { PictureChoice } from "../../plan/PictureChoice";
import { faceText, pictured } from "../../plan/sockets";
import { browserZone, firstTyped, planOfTyped, pointOfTyped, wrongOf, type Typed } from "./answers";
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
  const point = pointOfTyped(typed) ?? region.points[0]!;
  const rapid = useMemo(() => rapidOfTyped(typed, region), [typed, region]);
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

      <TheCar typed={typed} set={set} region={region} wrong={wrong} />

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
    <FigureField
      label="The charging unit’s label says"
      unit="A"
      placeholder={String(point.amps)}
      value={typed.evseAmps}
      problem={wrong.evseAmps}
      onChange={(evseAmps) => set({ evseAmps })}
    />
  </fieldset>
);

/** What the car is, as far as it is known. */
const TheCar = ({ typed, set, region, wrong }: Omit<PluggedProps, "point">) => (
  <fieldset>
    <legend>The car</legend>
    <CarFields typed={typed} region={region} wrong={wrong} onChange={set} />
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
    <FigureField
      label="A kWh costs you"
      unit={region.currency}
      placeholder={String(usualRate(HOME_PRICE, region.currency))}
      value={typed.perKWh}
      problem={wrong.perKWh}
      onChange={(perKWh) => set({ perKWh })}
    />
  </fieldset>
);
