import type { AlarmCode, Sample, SessionRecord } from "@kettleback/core";
import { useJob } from "../../../jobs/useJob";
import { percentText } from "../../../format/number";

/** Alarms whose cause the Log's comparison may find. */
export const ASKS_WHY: ReadonlySet<AlarmCode> = new Set(["slow", "late"]);

/** From here on a share of all known causes says no more than that there is no other. */
const SURE = 0.985;

interface Props {
  readonly record: SessionRecord;
  readonly samples: readonly Sample[];
}

/** What may be the matter with a session that goes on: the Log's causes, weighed by what was read so far. */
export function LiveCauses({ record, samples }: Props) {
  const { result } = useJob("explained", record, samples);
  if (!result?.ok) return null;
  const [first, second] = result.explanations;
  if (!first || (first.codes[0] === "as-computed" && !result.cannotTell)) return null;
  return (
    <p className="live-causes" role="status">
      {result.none ? (
        "Nothing that is known here suits what was read so far."
      ) : result.cannotTell && second ? (
        <>
          <b>What it may be:</b> {first.name} or {second.name.toLowerCase()}; what was read so far cannot
          tell. <span className="quiet">{result.next ?? first.check}</span>
        </>
      ) : (
        <>
          <b>What it may be:</b> {first.says}{" "}
          <span className="quiet">
            {first.likelihood > SURE ? "As good as sure" : `${percentText(first.likelihood)} sure`} by what
            was read so far. {first.check}
          </span>
        </>
      )}
    </p>
  );
}
