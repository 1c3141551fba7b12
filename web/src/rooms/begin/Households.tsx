import { useState } from "react";
import Button from "react-bootstrap/Button";
import { Link } from "react-router-dom";
import {
  CLOCKS,
  DATES,
  DECIMALS,
  DISTANCE_UNITS,
  ECONOMY_UNITS,
  HOUSE_RULES,
  HOUSEHOLD_MAX_BYTES,
  householdSchema,
  mannerOf,
  parseHousehold,
  problemsOf,
  type FieldProblem,
  type Household,
  type Kept,
} from "@kettleback/core";
import { api, Refused } from "../../api/client";
import { DocumentFile, saveAs } from "../../controls/DocumentFile";
import { sayDone, sayTrouble } from "../../stores/notices";
import { useGarage } from "../../stores/garage";
import { Copies } from "./Copies";
import { SignedIn } from "./SignedIn";
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
      <div className="acts">
        <Link className="btn btn-primary btn-sm" to="/begin">
          Add a household
        </Link>
        <Button size="sm" variant="quiet" onClick={() => void putDemo().catch(sayTrouble)}>
          Put the demo beside mine
        </Button>
        <TakeIn />
      </div>
      <Copies />
      <SignedIn />
    </div>
  );
}

/** Takes a household file in: as a household of its own, or into one there is. */
function TakeIn() {
  const { households, load } = useGarage();
  const [into, setInto] = useState("");
  const take = async (text: string): Promise<readonly FieldProblem[]> => {
    const read = parseHousehold(text);
    if (!read.ok) return read.problems;
    try {
      const taken = await api.takeHousehold(JSON.parse(text), into === "" ? null : into);
      await load(taken.id);
      sayDone(`${taken.spec.name} is taken in.`);
      return [];
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      return error.errors.length > 0 ? error.errors : [{ field: "(file)", message: error.message }];
    }
  };
  return (
    <>
      <label className="into">
        <span className="visually-hidden">A file is taken in</span>
        <select
          className="form-select form-select-sm"
          aria-label="A file is taken in"
          value={into}
          onChange={(e) => setInto(e.target.value)}
        >
          <option value="">as a household of its own</option>
          {households.map(({ id, spec }) => (
            <option key={id} value={id}>
              into {spec.name}
            </option>
          ))}
        </select>
      </label>
      <DocumentFile one="household" maxBytes={HOUSEHOLD_MAX_BYTES} take={take} />
    </>
  );
}

function House({ row, shown }: { readonly row: Kept<Household>; readonly shown: boolean }) {
  const { load, removeHousehold, restoreHousehold } = useGarage();
  const [spec, setSpec] = useState<Household>(row.spec);
  const save = useGarage((s) => s.changeHousehold);
  const manner = mannerOf(spec);
  const parsed = householdSchema.safeParse(spec);
  const [problem] = parsed.success ? [] : problemsOf(parsed.error, householdSchema);
  const changed = JSON.stringify(spec) !== JSON.stringify(row.spec);
  const set = (change: Partial<Household>) => setSpec({ ...spec, ...change });
  const file = async () => {
    const text = await api.householdFile(row.id);
    saveAs(
      `${row.spec.name.toLowerCase().replace(/[^a-z0-9]+/g, "-")}.household.json`,
      text,
      "application/json",
    );
  };
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
        <Choice
          label="Figures"
          value={manner.decimals}
          options={DECIMALS}
          words={{ point: "1,234.5", comma: "1.234,5" }}
          onPick={(decimals) => set({ decimals })}
        />
        <Choice
          label="Clock"
          value={manner.clock}
          options={CLOCKS}
          words={{ "24 h": "18:10", "12 h": "6:10 pm" }}
          onPick={(clock) => set({ clock })}
        />
        <Choice
          label="Dates"
          value={manner.dates}
          options={DATES}
          words={{ "day first": "24 Nov", "month first": "Nov 24" }}
          onPick={(dates) => set({ dates })}
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
          aria-label={`Save ${row.spec.name} as a file`}
          onClick={() => void file().catch(sayTrouble)}
        >
          As file
        </Button>
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
