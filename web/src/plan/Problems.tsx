import { acceptedRange, fromKm, type DistanceUnit, type FieldProblem } from "@kettleback/core";
import { PROBLEMS_ID } from "./problemsId";

const FIELD_WORDS: Record<string, string> = {
  "session.fromSoc": "Charge at the start",
  "session.toSoc": "Target charge",
  "session.pluggedInAt": "Plugged in at",
  "session.neededBy": "Needed by",
  "session.batteryC": "Battery temperature",
  "session.heatingW": "Heating",
  evse: "charging unit",
  stayHours: "Own stay",
  dayKm: "A day's drive",
  startSoc: "Charge at the start",
  reserveSoc: "Reserve",
  limitSoc: "Daily limit",
  belowSoc: "Plugged in below",
  work: "At work",
  post: "At a public post",
};

/** A drive of a week, as it is spoken of. */
const DRIVE = /^(?:second\.)?days\.(\d)\.drives(?:\.(\d+))?(?:\.(leave|back|km|nights))?$/;
const DRIVE_FIELDS: Record<string, string> = {
  leave: "leaves",
  back: "back",
  km: "distance",
  nights: "nights away",
};

/** A field in the screen's words. */
function fieldWords(field: string): string {
  const [, day, drive, of] = DRIVE.exec(field) ?? [];
  if (day === undefined) return FIELD_WORDS[field] ?? field;
  return [
    `Day ${Number(day) + 1}`,
    ...(drive === undefined ? [] : [`drive ${Number(drive) + 1}`]),
    ...(of === undefined ? [] : [DRIVE_FIELDS[of]]),
  ].join(", ");
}

/** Fields that are typed in another unit than the document keeps: what of it makes what is typed, and its unit. */
const typedIn = (
  field: string,
  distance: DistanceUnit,
): readonly [(kept: number) => number, string] | null => {
  switch (field) {
    case "session.fromSoc":
    case "session.toSoc":
      return [(share) => share * 100, "%"];
    case "session.heatingW":
      return [(watts) => watts / 1000, "kW"];
    case "dayKm":
      return [(km) => Math.floor(fromKm(km, distance)), distance];
    default:
      return null;
  }
};

/** The screen speaks of its fields in the units in which they are typed. */
function inScreenWords({ field, message, accepts }: FieldProblem, distance: DistanceUnit): string {
  const typed = accepts && typedIn(field, distance);
  const said = typed ? acceptedRange(typed[0](accepts.min), typed[0](accepts.max), typed[1]) : message;
  return `${fieldWords(field)}: ${said}`;
}

interface Props {
  readonly problems: readonly FieldProblem[];
  readonly distance: DistanceUnit;
}

/** What is wrong with what was typed, field by field, in the screen's own words. */
export function Problems({ problems, distance }: Props) {
  return (
    <div role="alert">
      <ul id={PROBLEMS_ID} className="problems">
        {problems.map((problem) => (
          <li key={problem.field}>{inScreenWords(problem, distance)}</li>
        ))}
      </ul>
    </div>
  );
}
