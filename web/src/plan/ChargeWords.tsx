import { fromKm, type PlannedSession } from "@kettleback/core";
import { FigureInput } from "../controls/FigureInput";
import { Select } from "../controls/Select";
import { decimals, percentText } from "../format/number";
import { useSpanIn, type StartIn, type TargetIn } from "../stores/spanIn";
import { PercentInput } from "./PercentInput";
import { PROBLEMS_ID } from "./problemsId";
import {
  asTold,
  distanceOf,
  fromUsual,
  shareOf,
  USUAL_DAY_KM,
  usualFull,
  withStart,
  withTarget,
  type Reach,
} from "./reach";

type Span = Pick<PlannedSession, "fromSoc" | "toSoc">;

interface Props {
  readonly span: Span;
  readonly reach: Reach;
  /** What is wrong with the start, and with the target. */
  readonly problems: { readonly start: string | undefined; readonly target: string | undefined };
  onChange(span: Span): void;
}

/** How far it is to be charged, as people say it: by per cent, by a distance, or from what a usual evening leaves. */
export function ChargeWords({ span, reach, problems, onChange }: Props) {
  const said = useSpanIn();
  const told = asTold(span, said, reach);
  const { unit } = reach;
  const toStart = (start: StartIn) => {
    said.set({ start });
    if (start === "unknown") onChange(fromUsual(span, told.target, reach));
  };
  const toTarget = (target: TargetIn) => {
    said.set({ start: told.start, target });
    // What was charged to before a usual evening hangs on how the target is told.
    if (told.start === "unknown") onChange(fromUsual(span, target, reach));
  };
  return (
    <>
      from{" "}
      {told.start === "percent" && (
        <PercentInput
          label="Charge at the start"
          sign={false}
          value={span.fromSoc}
          problem={problems.start}
          onChange={(fromSoc) => onChange(withStart(span, fromSoc, told.target))}
        />
      )}
      {told.start === "range" && (
        <DistanceInput
          label={`Charge at the start, ${unit} in the battery`}
          value={distanceOf(span.fromSoc, reach)}
          problem={problems.start}
          onChange={(distance) => onChange(withStart(span, shareOf(distance, reach), told.target))}
        />
      )}
      <Select<StartIn>
        label="The start is told in"
        manner="sentence"
        value={told.start}
        onChange={toStart}
        options={[
          { value: "percent", text: "%" },
          { value: "range", text: `${unit} left` },
          { value: "unknown", text: "I don’t know" },
        ]}
      />
      {told.start === "unknown" &&
        ` (a usual evening, ${decimals(fromKm(USUAL_DAY_KM, unit), 0)} ${unit} driven since ${percentText(usualFull(span, told.target))}: ${percentText(span.fromSoc)})`}{" "}
      to{" "}
      {told.target === "percent" ? (
        <PercentInput
          label="Target charge"
          sign={false}
          value={span.toSoc}
          problem={problems.target}
          onChange={(toSoc) => onChange(withTarget(span, toSoc, told, reach))}
        />
      ) : (
        <DistanceInput
          label={`Target charge, ${unit} ${told.target === "more" ? "more" : "in the battery"}`}
          value={distanceOf(told.target === "more" ? span.toSoc - span.fromSoc : span.toSoc, reach)}
          problem={problems.target}
          onChange={(distance) => {
            const share = shareOf(distance, reach);
            const toSoc = told.target === "more" ? span.fromSoc + share : share;
            onChange(withTarget(span, toSoc, told, reach));
          }}
        />
      )}
      <Select<TargetIn>
        label="The target is told in"
        manner="sentence"
        value={told.target}
        onChange={toTarget}
        options={[
          { value: "percent", text: "%" },
          { value: "more", text: `${unit} more` },
          { value: "range", text: `${unit} in the battery` },
        ]}
      />
      {told.target !== "percent" &&
        problems.target &&
        ` (a full battery holds ${decimals(distanceOf(1, reach), 0)} ${unit})`}
    </>
  );
}

interface DistanceProps {
  readonly label: string;
  readonly value: number;
  readonly problem: string | undefined;
  onChange(value: number): void;
}

const DistanceInput = ({ label, value, problem, onChange }: DistanceProps) => (
  <span className={problem ? "percent wrong" : "percent"}>
    <FigureInput
      manner="sentence"
      label={label}
      value={value}
      decimals={0}
      wrong={!!problem}
      {...(problem ? { describedBy: PROBLEMS_ID } : {})}
      onChange={onChange}
    />
  </span>
);
