import Button from "react-bootstrap/Button";
import { isRefusal, planOf, solvePlan, type Garage, type Refusal } from "@kettleback/core";
import type { Draft } from "../state/draft";

interface Props {
  readonly refusal: Refusal;
  readonly garage: Garage;
  readonly draft: Draft;
  onChange(draft: Draft): void;
}

const FIELDS = {
  unit: { key: "unitId", kind: "units" },
  cable: { key: "cableId", kind: "cables" },
  lead: { key: "leadId", kind: "leads" },
  adapter: { key: "adapterId", kind: "adapters" },
} as const;

/** Things of the household that would make the path work if they took the place of the one blamed. */
function wouldWork({ refusal, garage, draft }: Omit<Props, "onChange">): { name: string; draft: Draft }[] {
  const field = FIELDS[refusal.field as keyof typeof FIELDS];
  if (!field) return [];
  const candidates = [
    ...garage[field.kind].map((row) => ({ id: row.id as string | null, name: row.spec.name })),
  ];
  if (field.key !== "unitId")
    candidates.push({ id: null, name: field.key === "cableId" ? "its own cable" : "none" });
  return candidates.flatMap(({ id, name }) => {
    const changed = { ...draft, [field.key]: id };
    const plan = planOf(garage, changed);
    return plan.ok && !isRefusal(solvePlan(plan.value)) ? [{ name, draft: changed }] : [];
  });
}

/** Why nothing flows, what to do, and which of the household's own things would do. */
export function Refused(props: Props) {
  const fixes = wouldWork(props);
  return (
    <div className="refused" role="alert">
      <i className="bang" aria-hidden="true">
        !
      </i>
      <div>
        <strong>No charging. {props.refusal.message}</strong>
        <p>{props.refusal.remedy}</p>
        {fixes.length > 0 && (
          <p className="fixes">
            Of yours, this would work:{" "}
            {fixes.map((fix) => (
              <Button key={fix.name} size="sm" variant="quiet" onClick={() => props.onChange(fix.draft)}>
                {fix.name}
              </Button>
            ))}
          </p>
        )}
      </div>
    </div>
  );
}
