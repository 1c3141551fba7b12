import { useState } from "react";
import { chargePointSchema, problemsOf, type ChargePoint, type Garage, type Kept } from "@kettleback/core";
import { KeepDialog } from "../../controls/KeepDialog";
import { Select } from "../../controls/Select";
import { TextInput } from "../../controls/TextInput";
import { Tick } from "../../controls/Tick";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";

/** A charge point that is kept, or a new one. */
export type EditedPoint = Pick<Kept<ChargePoint>, "spec" | "parentId"> & Partial<Kept<ChargePoint>>;

interface Props {
  readonly garage: Garage;
  readonly row: EditedPoint;
  onClose(): void;
}

const LABELS: Readonly<Record<string, string>> = { name: "Name", identity: "Identity", cards: "Cards" };

/** What is said of a charge point: its name, what it calls itself, which unit it is, whose card starts it. */
export function ChargePointForm({ garage, row, onClose }: Props) {
  const keep = useGarage((s) => s.keep);
  const [name, setName] = useState(row.spec.name);
  const [identity, setIdentity] = useState(row.spec.identity);
  const [unit, setUnit] = useState(row.parentId ?? "");
  const [cards, setCards] = useState(row.spec.cards.join(", "));
  const [anyCard, setAnyCard] = useState(row.spec.anyCard);
  const [tried, setTried] = useState(false);
  const judged = chargePointSchema.safeParse({
    name,
    identity: identity.trim(),
    cards: cards.split(/[\s,;]+/).filter(Boolean),
    anyCard,
  });
  const problems = judged.success || !tried ? [] : problemsOf(judged.error, chargePointSchema);
  const wrong = (field: string) => problems.some((problem) => problem.field.split(".")[0] === field);
  const save = () => {
    setTried(true);
    if (!judged.success) return;
    keep("chargePoints", { ...row, spec: judged.data, parentId: unit === "" ? null : unit })
      .then(() => {
        sayDone(`${judged.data.name} is kept.`);
        onClose();
      })
      .catch(sayTrouble);
  };
  return (
    <KeepDialog
      title={row.id === undefined ? "Add a charge point" : row.spec.name}
      onKeep={save}
      onClose={onClose}
    >
      <div className="charge-point-form">
        <TextInput says="Name" focused maxLength={80} wrong={wrong("name")} value={name} onChange={setName} />
        <TextInput
          says="Identity: what the unit calls itself, in its own menu"
          maxLength={48}
          wrong={wrong("identity")}
          value={identity}
          onChange={setIdentity}
        />
        <Select
          says="Which unit of yours it is"
          value={unit}
          onChange={setUnit}
          options={[
            { value: "", text: "none yet" },
            ...garage.evses.map(({ id, spec }) => ({ value: id, text: spec.name })),
          ]}
        />
        <TextInput
          says="Cards that start it, apart by commas"
          wrong={wrong("cards")}
          value={cards}
          onChange={setCards}
        />
        <Tick checked={anyCard} onChange={setAnyCard}>
          Any card starts it: whoever stands before it may charge
        </Tick>
        {problems.map(({ field, message }) => (
          <p key={field} className="problem" role="alert">
            {LABELS[field.split(".")[0]!] ?? field}: {message}
          </p>
        ))}
      </div>
    </KeepDialog>
  );
}
