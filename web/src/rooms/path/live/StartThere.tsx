import { heldTo, whyNotStart, type Garage, type Plan, type PointState } from "@kettleback/core";
import { useMemo } from "react";
import { api } from "../../../api/client";
import { Button } from "../../../controls/Button";
import { stateText } from "../../../plan/pointWords";
import { ampsText } from "../../../format/number";
import { sayDone, sayTrouble } from "../../../stores/notices";

interface Props {
  readonly garage: Garage;
  readonly point: PointState;
  readonly name: string;
  readonly plan: Plan;
  readonly carId: string;
  readonly placeId: string | null;
}

/** Starts the session in view at its charge point, or says why it is not. */
export function StartThere({ garage, point, name, plan, carId, placeId }: Props) {
  const why = useMemo(() => whyNotStart(plan), [plan]);
  const held = useMemo(() => heldTo(plan), [plan]);
  const wanted = { plan, carId, placeId };
  const start = () =>
    api.act(garage.household.id, point.id, { act: "start", wanted }).then(({ taken, said }) => {
      if (taken) sayDone(`${name} was asked to start. It is followed here once it does.`);
      else sayTrouble(new Error(`${name} did not take it: it says “${said}”. Start it at the unit.`));
    }, sayTrouble);
  if (!point.connected)
    return (
      <p className="start">
        <span className="quiet">
          {name} is not connected: start it at the unit, and follow it here by the clock.
        </span>
      </p>
    );
  return (
    <p className="start">
      <Button asks={start} disabled={why !== null}>
        Start {name}
      </Button>{" "}
      <span className="quiet">
        {why === null
          ? `It is ${stateText(point)}. The unit is asked to start this session, which is followed here.${heldText(held)}`
          : `It is not started from here: ${why}`}
      </span>
    </p>
  );
}

/** What is said where the unit is held to a current. */
export const heldText = (held: number | null): string =>
  held === null
    ? ""
    : ` It is told to give no more than ${ampsText(held)}: left alone the car would pull more than this path holds for hours.`;
