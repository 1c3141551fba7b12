import { useState, type ReactNode } from "react";
import {
  CONNECTOR_IDS,
  CONNECTORS,
  knownPostSchema,
  problemsOf,
  type ConnectorId,
  type FieldProblem,
  type PlaceOnEarth,
} from "@kettleback/core";
import { KeepDialog } from "../../controls/KeepDialog";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { Tick } from "../../controls/Tick";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";
import type { ViewProps } from "./view";

const usual = (plug: ConnectorId) => ({
  plug,
  tethered: CONNECTORS[plug].current === "DC" || plug === "type1" || plug.startsWith("j3400"),
  phases: CONNECTORS[plug].current === "AC" && CONNECTORS[plug].phases === 3 ? (3 as const) : (1 as const),
  volts: CONNECTORS[plug].current === "DC" ? 500 : plug === "type1" ? 208 : 230,
  amps: CONNECTORS[plug].current === "DC" ? 125 : 16,
});

/** A post typed by hand: where it is, what it has, what it costs, how long one may stay. */
export function PostForm({
  garage,
  here,
  onClose,
}: ViewProps & { readonly here: PlaceOnEarth; onClose(): void }) {
  const [name, setName] = useState("");
  const [at, setAt] = useState(here);
  const [point, setPoint] = useState<Point>(usual("type2"));
  const [limit, setLimit] = useState<number | null>(null);
  const [tariff, setTariff] = useState("");
  const [tried, setTried] = useState(false);
  const spec = {
    name,
    at,
    network: null,
    points: [point],
    ...(limit === null ? {} : { limitMinutes: limit }),
    notes: [],
  };
  const judged = knownPostSchema.safeParse(spec);
  const problems = judged.success ? [] : problemsOf(judged.error, knownPostSchema);
  const wrong = (field: string) => tried && problems.some((p) => p.field.startsWith(field));
  const figure = (says: string, unit: string, value: number, field: string, set: (value: number) => void) => (
    <label className="length">
      {says}{" "}
      <FigureInput
        label={`${says}, ${unit}`}
        className="number"
        value={value}
        wrong={wrong(field)}
        onChange={set}
      />{" "}
      {unit}
    </label>
  );
  const save = () => {
    setTried(true);
    if (!judged.success) return;
    useGarage
      .getState()
      .keep("posts", { spec: judged.data, parentId: tariff === "" ? null : tariff })
      .then(() => {
        sayDone(`${judged.data.name} is kept.`);
        onClose();
      })
      .catch(sayTrouble);
  };
  return (
    <KeepDialog title="A post I know" onKeep={save} onClose={onClose}>
      <div className="post-form">
        <TextInput says="Name" focused maxLength={80} wrong={wrong("name")} value={name} onChange={setName} />
        {figure("Latitude", "degrees north", at.lat, "at.lat", (lat) => setAt({ ...at, lat }))}
        {figure("Longitude", "degrees east", at.lon, "at.lon", (lon) => setAt({ ...at, lon }))}
        <PlugFields point={point} figure={figure} onChange={setPoint} />
        <label className="length">
          Time limit{" "}
          <FigureInput
            label="Time limit, min"
            className="number"
            placeholder="none"
            value={limit ?? Number.NaN}
            wrong={wrong("limitMinutes")}
            onChange={(typed) => setLimit(Number.isNaN(typed) ? null : typed)}
          />{" "}
          min
        </label>
        <Select
          says="Tariff"
          value={tariff}
          onChange={setTariff}
          options={[
            { value: "", text: "not known" },
            ...garage.tariffs.map(({ id, spec: { name: text } }) => ({ value: id, text })),
          ]}
        />
      </div>
      {tried && <Wrong problems={problems} />}
    </KeepDialog>
  );
}

/** What is wrong, by the form's own names. */
const Wrong = ({ problems }: { readonly problems: readonly FieldProblem[] }) =>
  problems.length > 0 && (
    <div className="problems" role="alert">
      <ul>
        {problems.map(({ field, message }) => (
          <li key={field}>
            {FIELD_WORDS[field] ?? field}: {message}
          </li>
        ))}
      </ul>
    </div>
  );

type Point = Omit<ReturnType<typeof usual>, "phases"> & { readonly phases: 1 | 3 };

interface PlugProps {
  readonly point: Point;
  figure(says: string, unit: string, value: number, field: string, set: (value: number) => void): ReactNode;
  onChange(point: Point): void;
}

/** What is fastened to it: the plug, its cable, its phases, volts and amps. */
const PlugFields = ({ point, figure, onChange }: PlugProps) => (
  <>
    <Select
      says="Plug"
      value={point.plug}
      onChange={(plug) => onChange(usual(plug))}
      options={CONNECTOR_IDS.map((value) => ({ value, text: CONNECTORS[value].name }))}
    />
    <Tick checked={point.tethered} onChange={(tethered) => onChange({ ...point, tethered })}>
      it has a cable of its own
    </Tick>
    {CONNECTORS[point.plug].current === "AC" && CONNECTORS[point.plug].phases === 3 && (
      <Tick checked={point.phases === 3} onChange={(three) => onChange({ ...point, phases: three ? 3 : 1 })}>
        three phases
      </Tick>
    )}
    {figure("Volts", "V", point.volts, "points.0.volts", (volts) => onChange({ ...point, volts }))}
    {figure("Amps", "A", point.amps, "points.0.amps", (amps) => onChange({ ...point, amps }))}
  </>
);

const FIELD_WORDS: Readonly<Record<string, string>> = {
  name: "Name",
  "at.lat": "Latitude",
  "at.lon": "Longitude",
  "points.0.volts": "Volts",
  "points.0.amps": "Amps",
  "points.0.tethered": "Cable",
  "points.0.phases": "Phases",
  limitMinutes: "Time limit",
};
