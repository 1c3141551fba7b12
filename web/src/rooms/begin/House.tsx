import { useForm, type UseFormRegister } from "react-hook-form";
import {
  DISTANCE_UNITS,
  ECONOMY_UNITS,
  householdSchema,
  KINDS,
  mannerOf,
  schoolOf,
  DISAGREEMENTS,
  type Household,
  type Kept,
  type SchoolId,
} from "@kettleback/core";
import { api } from "../../api/client";
import { Button } from "../../controls/Button";
import { namedOptions, optionsOf, Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { resolverOf } from "../../controls/form";
import { listText } from "../../format/words";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";

const RULES: Readonly<Record<Household["houseRule"], string>> = {
  cautious: "cautious",
  usual: "usual",
  rated: "as moulded on it",
};

/** What the browser knows of each; another one may still be typed. */
const CURRENCIES = Intl.supportedValuesOf("currency");
const TIME_ZONES = Intl.supportedValuesOf("timeZone");

const NAMES: Readonly<Partial<Record<keyof Household, string>>> = {
  name: "Name",
  currency: "Currency",
  timeZone: "Time zone",
};

/** Things told by name before the rest are counted. */
const NAMED = 5;

/** Everything a household keeps, as a file; what cannot be read is not in it, and that is said. */
async function fileOf({ id }: Kept<Household>): Promise<void> {
  // The server names it; the browser writes it as it comes, whatever its size.
  Object.assign(document.createElement("a"), { href: api.householdFile(id), download: "" }).click();
  const { unread = [] } = await api.garage(id).catch(() => ({ unread: [] }));
  if (unread.length === 0) return;
  const named = unread.slice(0, NAMED).map(({ kind, name }) => `${name} (${KINDS[kind].one})`);
  const more = unread.length - named.length;
  sayTrouble(
    new Error(
      `The file is without what cannot be read: ${listText(more > 0 ? [...named, `${more} more`] : named)}. It stays here as it is.`,
    ),
  );
}

/** The schools a household goes by, the first of each where it never chose. */
const schoolsOf = ({ schools }: Household): NonNullable<Household["schools"]> => ({
  leads: schoolOf(schools, "leads"),
  past80: schoolOf(schools, "past80"),
  cold: schoolOf(schools, "cold"),
  cable: schoolOf(schools, "cable"),
});

/** What a household decides for all of its rooms, and what can be done with it. */
export function House({ row, shown }: { readonly row: Kept<Household>; readonly shown: boolean }) {
  const { load, removeHousehold, restoreHousehold, changeHousehold } = useGarage();
  const { register, setValue, handleSubmit, reset, formState } = useForm<Household>({
    // What another tab has saved comes in, but for what is being changed here.
    values: { ...row.spec, ...mannerOf(row.spec), schools: schoolsOf(row.spec) },
    resetOptions: { keepDirtyValues: true },
    resolver: resolverOf(householdSchema),
    mode: "onChange",
  });
  const { errors, dirtyFields } = formState;
  const save = (spec: Household) =>
    changeHousehold({ ...row, spec }).then(() => {
      reset(spec);
      sayDone(`${spec.name} is saved.`);
    }, sayTrouble);
  const forget = () =>
    removeHousehold(row).then(
      (gone) =>
        sayDone(`${row.spec.name} is deleted with all it keeps.`, {
          label: "Undo",
          run: () => void restoreHousehold(gone).catch(sayTrouble),
        }),
      sayTrouble,
    );
  const problems = (Object.keys(errors) as (keyof Household)[]).map((field) => ({
    field,
    id: `${row.id}-${field}`,
    text: `${NAMES[field] ?? field}: ${errors[field]!.message}`,
  }));
  const said = (field: keyof Household) => ({
    wrong: !!errors[field],
    describedBy: errors[field] ? `${row.id}-${field}` : undefined,
  });
  return (
    <li className={shown ? "shown" : ""}>
      <form noValidate onSubmit={(event) => void handleSubmit(save)(event)}>
        <div className="fields">
          <TextInput says="Name" maxLength={80} field={register("name")} {...said("name")} />
          <TextInput
            says="Currency"
            className="code"
            maxLength={3}
            choices={CURRENCIES}
            field={register("currency", {
              onChange: (e: { target: { value: string } }) =>
                setValue("currency", e.target.value.toUpperCase(), {
                  shouldValidate: true,
                  shouldDirty: true,
                }),
            })}
            {...said("currency")}
          />
          <Select says="Distances" options={optionsOf(DISTANCE_UNITS)} field={register("distanceUnit")} />
          <Select says="Economy" options={optionsOf(ECONOMY_UNITS)} field={register("economyUnit")} />
          <Select says="Outlet limit to use" options={namedOptions(RULES)} field={register("houseRule")} />
          <Select
            says="Figures"
            options={namedOptions({ point: "1,234.5", comma: "1.234,5" })}
            field={register("decimals")}
          />
          <Select
            says="Clock"
            options={namedOptions({ "24 h": "18:10", "12 h": "6:10 pm" })}
            field={register("clock")}
          />
          <Select
            says="Dates"
            options={namedOptions({ "day first": "24 Nov", "month first": "Nov 24" })}
            field={register("dates")}
          />
          <TextInput
            says="Time zone"
            choices={TIME_ZONES}
            field={register("timeZone")}
            {...said("timeZone")}
          />
        </div>
        <Disagreements register={register} />
        <Acts
          mayKeep={Object.keys(dirtyFields).length > 0 && problems.length === 0 && !formState.isSubmitting}
          row={row}
          shown={shown}
          load={load}
          forget={forget}
        />
        {problems.map(({ id, text }) => (
          <p key={id} id={id} className="problem" role="alert">
            {text}
          </p>
        ))}
      </form>
    </li>
  );
}

interface DisagreementsProps {
  readonly register: UseFormRegister<Household>;
}

/** Where people disagree: what this household does, with the reason of each school. */
const Disagreements = ({ register }: DisagreementsProps) => (
  <details className="schools">
    <summary>Where people disagree</summary>
    <div className="matters">
      {(Object.keys(DISAGREEMENTS) as SchoolId[]).map((id) => {
        const { about, schools } = DISAGREEMENTS[id];
        const all = Object.entries(schools) as [string, { says: string; because: string }][];
        return (
          <div key={id}>
            <Select
              says={about}
              options={all.map(([value, { says }]) => ({ value, text: says }))}
              field={register(`schools.${id}`)}
            />
            {all.map(([value, { says, because }]) => (
              <p key={value} className="quiet">
                <b>{says}:</b> {because}
              </p>
            ))}
          </div>
        );
      })}
    </div>
  </details>
);

interface ActsProps {
  readonly mayKeep: boolean;
  readonly row: Kept<Household>;
  readonly shown: boolean;
  readonly load: (householdId?: string) => Promise<void>;
  readonly forget: () => Promise<void>;
}

/** What can be done with a household. */
const Acts = ({ mayKeep, row, shown, load, forget }: ActsProps) => (
  <div className="acts">
    <Button type="submit" disabled={!mayKeep} aria-label={`Save ${row.spec.name}`}>
      Save
    </Button>
    {!shown && (
      <Button quiet aria-label={`Show ${row.spec.name}`} asks={() => load(row.id)}>
        Show
      </Button>
    )}
    <Button quiet aria-label={`Save ${row.spec.name} as a file`} asks={() => fileOf(row)}>
      As file
    </Button>
    <Button quiet aria-label={`Delete ${row.spec.name}`} asks={forget}>
      Delete
    </Button>
  </div>
);
