import { useFormContext } from "react-hook-form";
import { useState } from "react";
import { inletLook, inletsSeen, type InletId } from "@kettleback/core";
import { InletChoice } from "../../plan/InletChoice";

/** Where the form keeps the amps by phases, the inlets, and that the inlet is of one phase. */
const LIMITS = "charger/limits";
const INLETS = "inlets";
const ONE_PHASE = "onePhaseInlet";

/** What is seen in the car's inlet, which fills the form's own fields: the inlets, and one phase where it is proven. */
export function LookField() {
  const { getValues, setValue } = useFormContext();
  const [picked, setPicked] = useState("");
  const [open, setOpen] = useState(false);
  const pick = (id: string) => {
    setPicked(id);
    const seen = inletLook(id);
    if (!seen) return;
    const put = (path: string, value: unknown) => setValue(path, value, { shouldDirty: true });
    put(INLETS, inletsSeen(getValues(INLETS) as readonly InletId[], seen));
    put(ONE_PHASE, seen.empty.length > 0);
    if (seen.phases === undefined) return;
    const amps = getValues(LIMITS) as Readonly<Record<string, string>>;
    put(LIMITS, { "1": amps["1"] || amps["3"] || amps["2"] || "" });
  };
  return (
    <details className="field wide" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>Look into its inlet, and point at what you see</summary>
      {open && <InletChoice value={picked} unknown="I have not looked" onChange={pick} />}
    </details>
  );
}
