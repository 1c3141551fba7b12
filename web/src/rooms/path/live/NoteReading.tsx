import { useState } from "react";
import { sampleOf, type FieldProblem, type Kept, type SessionRecord } from "@kettleback/core";
import { api } from "../../../api/client";
import { Button } from "../../../controls/Button";
import { FigureInput } from "../../../controls/FigureInput";
import { useLive } from "../../../stores/live";
import { sayDone, sayTrouble } from "../../../stores/notices";

interface Props {
  readonly row: Kept<SessionRecord>;
  readonly household: string;
  /** Whether a device counts already: of two counters only one is added up. */
  readonly counted?: boolean;
}

/** What is read at car or meter while it charges, typed: the same as a device would tell. */
export function NoteReading({ row, household, counted = false }: Props) {
  const note = useLive((s) => s.note);
  const [percent, setPercent] = useState(Number.NaN);
  const [kWh, setKWh] = useState(Number.NaN);
  const [problem, setProblem] = useState<FieldProblem | null>(null);
  const keep = async () => {
    const soc = Number.isNaN(percent) ? null : percent / 100;
    const counterWh = Number.isNaN(kWh) ? null : kWh * 1000;
    if (soc === null && counterWh === null)
      return setProblem({ field: "soc", message: "needed: what the car shows, or what the meter counts" });
    if (soc !== null && !(soc >= 0 && soc <= 1))
      return setProblem({ field: "soc", message: "The car shows: accepted: 0 to 100 %" });
    if (counterWh !== null && !(counterWh >= 0 && counterWh <= 1e9))
      return setProblem({ field: "kWh", message: "The meter counts: accepted: 0 to 1,000,000 kWh" });
    setProblem(null);
    const sample = sampleOf(Date.now(), { soc, counterWh });
    try {
      await api.addSamples(household, row.id, [sample]);
      note(row.id, [sample]);
      setPercent(Number.NaN);
      setKWh(Number.NaN);
      sayDone("Noted.");
    } catch (error) {
      sayTrouble(error);
    }
  };
  return (
    <form
      className="note-reading"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <label>
        The car shows{" "}
        <FigureInput
          label="The car shows, %"
          className="number"
          value={percent}
          wrong={problem?.field === "soc"}
          onChange={setPercent}
        />{" "}
        %
      </label>
      {!counted && (
        <label>
          The meter counts{" "}
          <FigureInput
            label="The meter counts, kWh"
            className="number"
            value={kWh}
            wrong={problem?.field === "kWh"}
            onChange={setKWh}
          />{" "}
          kWh
        </label>
      )}
      <Button quiet type="submit">
        Note it
      </Button>
      {problem && (
        <span className="problem" role="alert">
          {problem.message}
        </span>
      )}
    </form>
  );
}
