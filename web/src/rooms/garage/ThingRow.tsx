import { memo, type ReactNode } from "react";
import type { Garage, Kept } from "@kettleback/core";
import { sayDone, sayTrouble } from "../../stores/notices";
import { useGarage } from "../../stores/garage";
import { useForgetting } from "../../stores/useForgetting";
import { Bench } from "./bench/Bench";
import { cardOf } from "./cards";
import type { EditableKind } from "./Editor";
import { realise, type Planned } from "./realise";
import { usedBy } from "./usedBy";

/** A thing that is edited: kept, or new. */
export type Editing = {
  readonly kind: EditableKind;
  readonly row: Partial<Kept<object>> & { readonly spec: object };
};

interface Props {
  readonly kind: EditableKind;
  readonly row: Kept<{ name: string }>;
  readonly garage: Garage;
  onEdit(editing: Editing): void;
}

/** What one may do with a thing: quiet until wanted. */
export function Acts({ kind, row, garage, onEdit, children }: Props & { readonly children?: ReactNode }) {
  const forgetThing = useForgetting(kind);
  const { name } = row.spec;
  const users = usedBy(garage, kind, row.id);
  const forget = () =>
    forgetThing(
      row,
      `${name} is deleted.${users.length > 0 ? ` It is missing now in ${someOf(users)}.` : ""}`,
    );
  return (
    <div className="acts">
      <button type="button" onClick={() => onEdit({ kind, row })} aria-label={`Change ${name}`}>
        Change
      </button>
      <button
        type="button"
        aria-label={`Duplicate ${name}`}
        onClick={() =>
          onEdit({
            kind,
            row: { spec: { ...row.spec, name: `${name} 2`.slice(-80) }, parentId: row.parentId },
          })
        }
      >
        Duplicate
      </button>
      <button type="button" aria-label={`Delete ${name}`} onClick={() => void forget()}>
        Delete
      </button>
      {children}
    </div>
  );
}

/** The first of a list, and how many more. */
const someOf = ([first, ...rest]: readonly string[]): string =>
  rest.length === 0 ? first! : `${first} and ${rest.length} more`;

/** Takes a planned thing for real, with what was planned together with it. */
function ItIsThere({ kind, row, garage }: Omit<Props, "onEdit">) {
  const keep = useGarage((s) => s.keep);
  const { name } = row.spec;
  const there = () =>
    realise(garage, kind as "outlets" | "evses", row, keep).then(
      (back) => sayDone(`${name} is there now.`, { label: "Undo", run: () => void back().catch(sayTrouble) }),
      sayTrouble,
    );
  return (
    <button type="button" aria-label={`${name} is there now`} onClick={() => void there()}>
      It is there now
    </button>
  );
}

interface RowProps extends Props {
  readonly kind: Exclude<EditableKind, "places">;
  /** What else may be done with it. */
  readonly children?: ReactNode;
}

/** A thing on the bench: what it is called, its key figure, its drawing. */
export const ThingRow = memo(function ThingRow({ kind, row, garage, onEdit, children }: RowProps) {
  const { figure, lines } = cardOf(kind, row as never, garage);
  const users = usedBy(garage, kind, row.id);
  const planned = (kind === "outlets" || kind === "evses") && (row.spec as Planned).planned === true;
  return (
    <article className={planned ? "thing planned" : "thing"}>
      <div className="words">
        <h3>
          {row.spec.name} {planned && <em>planned</em>}
        </h3>
        <p className="figure">{figure}</p>
        {lines.map((line) => (
          <p key={line}>{line}</p>
        ))}
        {users.length > 0 && <p className="users">Used by {someOf(users)}</p>}
      </div>
      <div className="on-bench">
        <Bench kind={kind} spec={row.spec} household={garage.household.spec} />
      </div>
      <Acts kind={kind} row={row} garage={garage} onEdit={onEdit}>
        {planned && <ItIsThere kind={kind} row={row} garage={garage} />}
        {children}
      </Acts>
    </article>
  );
});
