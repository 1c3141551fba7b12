import { INLET_SPOTS, reachSchema, SPOT_WORDS, type Bay, type Body, type ReachAsked } from "@kettleback/core";
import { FigureInput } from "../../controls/FigureInput";
import { Select } from "../../controls/Select";
import type { ViewProps } from "./view";

interface FieldProps {
  readonly says: string;
  readonly unit: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  onChange(value: number): void;
}

/** A length that is taken as soon as it is one that may be. */
const Length = ({ says, unit, value, low, high, onChange }: FieldProps) => (
  <label className="length">
    {says}{" "}
    <FigureInput
      label={`${says}, ${unit}`}
      value={value}
      decimals={2}
      className="number"
      wrong={(typed) => !(typed >= low && typed <= high)}
      onChange={(typed) => typed >= low && typed <= high && onChange(typed)}
    />{" "}
    {unit}
  </label>
);

/** The figures behind the drawing: bay, what one charges from, car, inlet. */
export function ReachFields({ draft, onChange }: ViewProps) {
  const { reach } = draft;
  const set = (change: Partial<ReachAsked>) => {
    const next = reachSchema.safeParse({ ...reach, ...change });
    if (next.success) onChange({ ...draft, reach: next.data });
  };
  const body = (change: Partial<Body>) => set({ body: { ...reach.body, ...change } });
  const bay = (change: Partial<Bay>) => set({ bay: { ...reach.bay, ...change } });
  return (
    <section className="view-panel fields" aria-label="With these figures">
      <h2>With these figures</h2>
      <Select
        says="I charge from"
        value={draft.reachFrom}
        onChange={(reachFrom) => onChange({ ...draft, reachFrom })}
        options={[
          { value: "post" as const, text: "a post, with a cable of mine" },
          { value: "socket" as const, text: "a socket, with my portable unit" },
        ]}
      />
      <Select
        says="The car stands"
        value={reach.parked}
        onChange={(parked) => set({ parked })}
        options={[
          { value: "nose-in" as const, text: "nose in" },
          { value: "back-in" as const, text: "backed in" },
        ]}
      />
      <Select
        says="Its inlet is at the"
        value={reach.body.inlet}
        onChange={(inlet) => body({ inlet })}
        options={INLET_SPOTS.map((value) => ({ value, text: SPOT_WORDS[value] }))}
      />
      <Length
        says="Inlet from the end of the car"
        unit="m"
        value={reach.body.inletFromEndM}
        low={0}
        high={4}
        onChange={(inletFromEndM) => body({ inletFromEndM })}
      />
      <Length
        says="Inlet above the ground"
        unit="m"
        value={reach.body.inletHeightM}
        low={0.2}
        high={1.5}
        onChange={(inletHeightM) => body({ inletHeightM })}
      />
      <Length
        says="Car, length"
        unit="m"
        value={reach.body.lengthM}
        low={1}
        high={8}
        onChange={(lengthM) => body({ lengthM })}
      />
      <Length
        says="Car, width"
        unit="m"
        value={reach.body.widthM}
        low={0.5}
        high={3}
        onChange={(widthM) => body({ widthM })}
      />
      <Length
        says="Bay, width"
        unit="m"
        value={reach.bay.widthM}
        low={1.5}
        high={8}
        onChange={(widthM) => bay({ widthM })}
      />
      <Length
        says="Bay, depth"
        unit="m"
        value={reach.bay.depthM}
        low={2}
        high={12}
        onChange={(depthM) => bay({ depthM })}
      />
      <Length
        says="Post or socket above the ground"
        unit="m"
        value={reach.bay.postHeightM}
        low={0}
        high={3}
        onChange={(postHeightM) => bay({ postHeightM })}
      />
      <Length
        says="Room before the head of the bay"
        unit="m"
        value={reach.headM}
        low={0}
        high={6}
        onChange={(headM) => set({ headM })}
      />
      <Length
        says="Slack"
        unit="%"
        value={reach.slack * 100}
        low={0}
        high={100}
        onChange={(percent) => set({ slack: percent / 100 })}
      />
    </section>
  );
}
