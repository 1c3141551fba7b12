import { useState } from "react";
import { fromKm, problemsOf, recordSchema, type FieldProblem } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { DateInput, TimeInput } from "../../controls/MomentInput";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { AS_IT_IS, NO_WAY, ownUnit, recordFrom, typedOf, type Edited, type Typed } from "./editing";
import { useLog } from "../../stores/log";
import { sayDone, sayLateSave, sayTrouble } from "../../stores/notices";

/** How what is typed is kept, or the session taken out; and what is wrong with which field. */
function useKeeping({ garage, row }: Edited, kmFactor: number) {
  const { change, remove, restore } = useLog();
  const household = garage.household.id;
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const problemOf = (field: string) => problems.find((one) => one.field === field)?.message;

  const save = async (typed: Typed) => {
    const judged = recordSchema.safeParse(recordFrom(typed, { garage, row }, kmFactor));
    if (!judged.success) return setProblems(problemsOf(judged.error, recordSchema));
    setProblems([]);
    try {
      const changed = await change(household, { ...row, spec: judged.data });
      sayDone(`${changed.spec.name} is kept as corrected.`, {
        label: "Undo",
        run: () => void change(household, { ...changed, spec: row.spec }).catch(sayTrouble),
      });
    } catch (error) {
      sayLateSave(error, () => undefined);
    }
  };
  const takeOut = () =>
    remove(household, row).then(
      (gone) =>
        sayDone(`${row.spec.name} is taken out.`, {
          label: "Undo",
          run: () => void restore(household, gone).catch(sayTrouble),
        }),
      sayTrouble,
    );
  return { save, takeOut, problemOf };
}

/** What was noted of a session, corrected: kept at once, taken back with undo. */
export function EditSession({ garage, row }: Edited) {
  const { timeZone: zone, distanceUnit, currency } = garage.household.spec;
  const kmFactor = fromKm(1 as Parameters<typeof fromKm>[0], distanceUnit);
  const [typed, setTyped] = useState(() => typedOf(row, zone, kmFactor));
  const { save, takeOut, problemOf } = useKeeping({ garage, row }, kmFactor);
  const line = (name: keyof Typed, label: string, unit = "") => {
    const wrong = problemOf(name);
    return (
      <label className={name === "note" ? "way" : ""}>
        {label}
        <span className="measure">
          <TextInput
            label={unit ? `${label}, ${unit}` : label}
            {...(name === "name" || name === "note"
              ? { maxLength: name === "name" ? 80 : 500 }
              : { kind: "figure" as const })}
            wrong={wrong !== undefined}
            value={typed[name]}
            onChange={(value) => setTyped({ ...typed, [name]: value })}
          />
          {unit && ` ${unit}`}
        </span>
        {wrong && (
          <span className="problem" role="alert">
            {label}: {ownUnit(wrong, name, kmFactor, distanceUnit)}
          </span>
        )}
      </label>
    );
  };
  const moment = (which: "begin" | "end", label: string) => (
    <fieldset>
      <legend>{label}</legend>
      <DateInput
        label={`${label}, day`}
        optional={which === "end"}
        value={typed[`${which}Day`]}
        onChange={(day) => setTyped({ ...typed, [`${which}Day`]: day })}
      />
      <TimeInput
        label={`${label}, time`}
        optional={which === "end"}
        value={typed[`${which}Time`]}
        onChange={(time) => setTyped({ ...typed, [`${which}Time`]: time })}
      />
      {problemOf(which) && (
        <span className="problem" role="alert">
          {label}: {problemOf(which)}
        </span>
      )}
    </fieldset>
  );
  const plan = row.spec.plan;
  return (
    <section className="view-panel" aria-label="What was noted">
      <h2>What was noted</h2>
      <form
        className="edit-session"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void save(typed);
        }}
      >
        {line("name", "Name")}
        {moment("begin", "Began")}
        {moment("end", "Ended")}
        {line("fromSoc", "Charge before", "%")}
        {line("toSoc", "Charge after", "%")}
        {line("wallWh", "The meter counted", "kWh")}
        {line("paid", "Paid", currency)}
        {line("odometerKm", "Had driven", distanceUnit)}
        {line("outsideC", "Outside", "°C")}
        <Select
          says="Charged over"
          className="way"
          value={typed.way}
          options={[
            { value: AS_IT_IS, text: plan ? plan.name : "nobody has said" },
            ...garage.paths.map(({ id, spec }) => ({ value: id, text: spec.name })),
            ...(plan ? [{ value: NO_WAY, text: "none of these" }] : []),
          ]}
          onChange={(way) => setTyped({ ...typed, way })}
        />
        {line("note", "Note")}
        <p className="acts">
          <Button type="submit">Keep it</Button>{" "}
          <Button quiet asks={takeOut}>
            Take it out
          </Button>
        </p>
      </form>
    </section>
  );
}
