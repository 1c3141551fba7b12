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

interface LengthRow {
  readonly says: string;
  readonly low: number;
  readonly high: number;
  of(asked: ReachAsked): number;
  change(asked: ReachAsked, typed: number): Partial<ReachAsked>;
}
const ofBody = (says: string, field: Exclude<keyof Body, "inlet">, low: number, high: number): LengthRow => ({
  says,
  low,
  high,
  of: ({ body }) => body[field],
  change: ({ body }, typed) => ({ body: { ...body, [field]: typed } }),
});
const ofBay = (says: string, field: keyof Bay, low: number, high: number): LengthRow => ({
  says,
  low,
  high,
  of: ({ bay }) => bay[field],
  change: ({ bay }, typed) => ({ bay: { ...bay, [field]: typed } }),
});
/** Every length of the bay and of the car, and what it may be (m). */
const LENGTHS: readonly LengthRow[] = [
  ofBody("Inlet from the end of the car", "inletFromEndM", 0, 4),
  ofBody("Inlet above the ground", "inletHeightM", 0.2, 1.5),
  ofBody("Car, length", "lengthM", 1, 8),
  ofBody("Car, width", "widthM", 0.5, 3),
  ofBay("Bay, width", "widthM", 1.5, 8),
  ofBay("Bay, depth", "depthM", 2, 12),
  ofBay("Post or socket above the ground", "postHeightM", 0, 3),
  {
    says: "Room before the head of the bay",
    low: 0,
    high: 6,
    of: ({ headM }) => headM,
    change: (_, headM) => ({ headM }),
  },
];

/** The figures behind the drawing: bay, what one charges from, car, inlet. */
export function ReachFields({ draft, onChange }: ViewProps) {
  const { reach } = draft;
  const set = (change: Partial<ReachAsked>) => {
    const next = reachSchema.safeParse({ ...reach, ...change });
    if (next.success) onChange({ ...draft, reach: next.data });
  };
  const body = (change: Partial<Body>) => set({ body: { ...reach.body, ...change } });
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
      {LENGTHS.map(({ says, of, low, high, change }) => (
        <Length
          key={says}
          says={says}
          unit="m"
          value={of(reach)}
          low={low}
          high={high}
          onChange={(typed) => set(change(reach, typed))}
        />
      ))}
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
