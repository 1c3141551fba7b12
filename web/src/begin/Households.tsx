import { useState } from "react";
import Button from "react-bootstrap/Button";
import { Link } from "react-router-dom";
import {
  DISTANCE_UNITS,
  ECONOMY_UNITS,
  HOUSE_RULES,
  householdSchema,
  problemsOf,
  type Household,
  type Kept,
} from "@kettleback/core";
import { sayDone, sayTrouble } from "../shell/notices";
import { useGarage } from "../state/garage";
import "./begin.scss";

const RULES: Readonly<Record<Household["houseRule"], string>> = {
  cautious: "cautious",
  usual: "usual",
  rated: "as moulded on it",
};

/** The households: added, renamed, taken away and brought back; and what each decides, in one place. */
export default function Households() {
  const { households, householdId, putDemo } = useGarage();
  return (
    <div className="houses">
      <h1>Households</h1>
      <ul>
        {households.map((row) => (
          <House key={`${row.id} ${row.version}`} row={row} shown={row.id === householdId} />
        ))}
      </ul>
      <p className="acts">
        <Link className="btn btn-primary btn-sm" to="/begin">
          Add a household
        </Link>
        <Button size="sm" variant="quiet" onClick={() => void putDemo().catch(sayTrouble)}>
          Put the demo beside mine
        </Button>
      </p>
    </div>
  );
}

function House({ row, shown }: { readonly row: Kept<Household>; readonly shown: boolean }) {
  const { load, removeHousehold, restoreHousehold } = useGarage();
  const [spec, setSpec] = useState<Household>(row.spec);
  const save = useGarage((s) => s.changeHousehold);
  const parsed = householdSchema.safeParse(spec);
  const [problem] = parsed.success ? [] : problemsOf(parsed.error, householdSchema);
  const changed = JSON.stringify(spec) !== JSON.stringify(row.spec);
  const set = (change: Partial<Household>) => setSpec({ ...spec, ...change });
  const forget = () =>
    removeHousehold(row).then(
      (gone) =>
        sayDone(`${row.spec.name} is deleted with all it keeps.`, {
          label: "Undo",
          run: () => void restoreHousehold(gone).catch(sayTrouble),
        }),
      sayTrouble,
    );
  return (
    <li className={shown ? "shown" : ""}>
      <div className="fields">
        <label>
          Name
          <input
            className="form-control form-control-sm"
            maxLength={80}
            value={spec.name}
            onChange={(e) => set({ name: e.target.value })}
          />
        </label>
        <label>
          Currency
          <input
            className="form-control form-control-sm code"
            maxLength={3}
            value={spec.currency}
            onChange={(e) => set({ currency: e.target.value.toUpperCase() })}
          />
        </label>
        <Choice
          label="Distances"
          value={spec.distanceUnit}
          options={DISTANCE_UNITS}
          onPick={(distanceUnit) => set({ distanceUnit })}
        />
        <Choice
          label="Economy"
          value={spec.economyUnit}
          options={ECONOMY_UNITS}
          onPick={(economyUnit) => set({ economyUnit })}
        />
        <Choice
          label="Outlets are trusted"
          value={spec.houseRule}
          options={HOUSE_RULES}
          words={RULES}
          onPick={(houseRule) => set({ houseRule })}
        />
        <label>
          Time zone
          <input
            className="form-control form-control-sm"
            value={spec.timeZone}
            onChange={(e) => set({ timeZone: e.target.value })}
          />
        </label>
      </div>
      <div className="acts">
        <Button
          size="sm"
          disabled={!changed || !!problem}
          aria-label={`Save ${row.spec.name}`}
          onClick={() =>
            void save({ ...row, spec }).then(() => sayDone(`${spec.name} is saved.`), sayTrouble)
          }
        >
          Save
        </Button>
        {!shown && (
          <Button
            size="sm"
            variant="quiet"
            aria-label={`Show ${row.spec.name}`}
            onClick={() => void load(row.id)}
          >
            Show
          </Button>
        )}
        <Button
          size="sm"
          variant="quiet"
          aria-label={`Delete ${row.spec.name}`}
          onClick={() => void forget()}
        >
          Delete
        </Button>
      </div>
      {problem && (
        <p className="problem" role="alert">
          {problem.field}: {problem.message}
        </p>
      )}
    </li>
  );
}

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly T[];
  readonly words?: Readonly<Record<T, string>>;
  onPick(value: T): void;
}

function Choice<T extends string>({ label, value, options, words, onPick }: ChoiceProps<T>) {
  return (
    <label>
      {label}
      <select
        className="form-select form-select-sm"
        value={value}
        onChange={(e) => onPick(e.target.value as T)}
      >
        {options.map((option) => (
          <option key={option} value={option}>
            {words?.[option] ?? option}
          </option>
        ))}
      </select>
    </label>
  );
}
