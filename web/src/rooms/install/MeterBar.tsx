import { Button } from "../../controls/Button";
import { FileButton } from "../../controls/FileButton";
import { Select } from "../../controls/Select";
import { useMeters } from "../../stores/meters";
import { sayDone, sayTrouble } from "../../stores/notices";
import { METER_MAX_BYTES } from "@kettleback/core";
import { Figure } from "./Figure";
import type { ViewProps } from "./view";

interface Props extends ViewProps {
  onFile(file: { readonly name: string; readonly text: string }): void;
}

const MADE_UP = "";

/** Which meter is looked at, and where another is read in. */
export function MeterBar({ garage, draft, onChange, onFile }: Props) {
  const household = garage.household.id;
  const { rows, householdId, remove, restore } = useMeters();
  const own = householdId === household ? rows : [];
  const row = own.find(({ spec }) => spec.key === draft.meterKey);
  const forget = async () => {
    try {
      const gone = await remove(household, row!);
      onChange({ ...draft, meterKey: null });
      const back = () =>
        void restore(household, gone).then(() => onChange({ ...draft, meterKey: gone.spec.key }), sayTrouble);
      sayDone(`“${row!.spec.name}” is deleted.`, { label: "Undo", run: back });
    } catch (error) {
      sayTrouble(error);
    }
  };
  const take = async (file: File) => {
    if (file.size > METER_MAX_BYTES) {
      sayTrouble(new Error(`${file.name} is too large: accepted: up to ${METER_MAX_BYTES / 1024 / 1024} MB`));
      return;
    }
    onFile({ name: file.name, text: await file.text() });
  };
  return (
    <div className="meter-bar">
      <Select
        says="The house is"
        value={row ? row.spec.key : MADE_UP}
        onChange={(key) => onChange({ ...draft, meterKey: key === MADE_UP ? null : key })}
        options={[
          { value: MADE_UP, text: "a usual one, made up from its loads" },
          ...own.map(({ spec }) => ({ value: spec.key, text: `“${spec.name}”, as its meter told` })),
        ]}
      />
      {!row && (
        <Figure
          says="made up as number"
          unit=""
          value={draft.seed}
          low={0}
          high={2_147_483_647}
          onChange={(seed) => Number.isInteger(seed) && onChange({ ...draft, seed })}
        />
      )}
      <FileButton
        quiet
        drops={false}
        label="Meter file"
        accept=".csv,.xml,.txt,text/csv,text/xml,application/xml"
        title="A table (CSV) or an ESPI file (XML) from your supplier: a year at a quarter of an hour is best"
        onFile={(file) => void take(file)}
      >
        Read a meter in…
      </FileButton>
      {row && (
        <Button quiet asks={forget}>
          Delete this meter
        </Button>
      )}
    </div>
  );
}
