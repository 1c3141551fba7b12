import { useState } from "react";
import { useNavigate } from "react-router-dom";
import { planWallbox, wallboxSizes, type Garage, type Kept, type Place } from "@kettleback/core";
import { Button } from "../../controls/Button";
import { Dialog } from "../../controls/Dialog";
import { FigureInput } from "../../controls/FigureInput";
import { optionsOf, Select } from "../../controls/Select";
import { ampsText, figureText, powerFigure } from "../../format/number";
import { gaugeText } from "../../format/words";
import { useGarage } from "../../stores/garage";
import { sayDone, sayTrouble } from "../../stores/notices";
import { sendOutlet } from "../../stores/sendPath";
import styles from "./plan-wallbox.module.scss";

/** Length (m) of a run where nobody has measured it: from a board in the hall to a car beside the house. */
const USUAL_RUN_M = 15;
const LONGEST_RUN_M = 200;

interface Props {
  readonly garage: Garage;
  readonly place: Kept<Place>;
  onClose(): void;
}

/** A wallbox planned at a place in one step: how large, how far from the board; its circuit is ours to size. */
export function PlanWallbox({ garage, place, onClose }: Props) {
  const sizes = wallboxSizes(garage, place.id);
  const [at, setAt] = useState(Math.min(1, sizes.length - 1));
  const [runM, setRunM] = useState(USUAL_RUN_M);
  const [busy, setBusy] = useState(false);
  const keep = useGarage((s) => s.keep);
  const navigate = useNavigate();
  const size = sizes[at]!;
  const inRange = runM >= 1 && runM <= LONGEST_RUN_M;
  const planned = inRange ? planWallbox(garage, place.id, size, runM) : undefined;
  const plan = async () => {
    if (!planned) return;
    setBusy(true);
    try {
      const outlet = await keep("outlets", { spec: planned.outlet, parentId: place.id });
      await keep("evses", { spec: planned.evse, parentId: outlet.id });
      sayDone(`${planned.evse.name} is planned at ${place.spec.name}.`, {
        label: "Compare it",
        run: () => {
          sendOutlet(useGarage.getState().garage!, outlet.id);
          void navigate("/line-up");
        },
      });
      onClose();
    } catch (error) {
      sayTrouble(error);
      setBusy(false);
    }
  };
  return (
    <Dialog
      title={`Plan a wallbox at ${place.spec.name}`}
      className={styles.body}
      onClose={onClose}
      onSubmit={(event) => {
        event.preventDefault();
        void plan();
      }}
      footer={
        <Button type="submit" disabled={!planned || busy}>
          Plan it
        </Button>
      }
    >
      <Select
        says="Wallbox"
        value={at}
        onChange={setAt}
        options={optionsOf(
          sizes.map((_, i) => i),
          (i) =>
            `${figureText(powerFigure(sizes[i]!.watts))}: ${sizes[i]!.phases} × ${ampsText(sizes[i]!.amps)}`,
        )}
      />
      <label>
        From the board to the wallbox, along the way the wire takes, m
        <FigureInput
          label="Length of the run, m"
          value={runM}
          wrong={(metres) => !(metres >= 1 && metres <= LONGEST_RUN_M)}
          onChange={setRunM}
        />
      </label>
      {!inRange && (
        <p className="problem" role="alert">
          Length of the run: accepted: 1 to {LONGEST_RUN_M} m
        </p>
      )}
      {inRange && !planned && (
        <p className="problem" role="alert">
          So long a run needs a conductor that the wallbox’s terminals do not take: shorten it, or take a
          smaller wallbox.
        </p>
      )}
      {planned && (
        <p>
          Its circuit: a {ampsText(planned.outlet.circuit.breakerAmps)} breaker and {runM} m of{" "}
          {gaugeText(planned.outlet.circuit.run!.gauge)}, sized for the worst usual way of laying and a loss
          of no more than 3 %.
        </p>
      )}
      <p className="quiet">
        A licensed electrician decides what is laid, by your local code: earthing, residual-current protection
        and what else the supply feeds are theirs to judge.
      </p>
    </Dialog>
  );
}
