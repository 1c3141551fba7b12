import Button from "react-bootstrap/Button";
import { useNavigate } from "react-router-dom";
import { savedWayOfPath, startLineup, type Garage, type Plan } from "@kettleback/core";
import { sayDone } from "../shell/notices";
import type { Draft } from "../state/draft";
import { freshId, lineupDraftOf, lineupStoreOf } from "../state/lineup";

interface Props {
  readonly garage: Garage;
  readonly draft: Draft;
  readonly plan: Plan | null;
}

/** Sends the path in view to the Line-up, with its car where that is not in it yet. */
export function ToLineup({ garage, draft, plan }: Props) {
  const navigate = useNavigate();
  const send = (sent: Plan) => {
    const store = lineupStoreOf(garage.household.id);
    const lineup = store.getState().draft ?? lineupDraftOf(startLineup(garage, sent.session), null);
    const way = savedWayOfPath(garage, sent, draft, freshId(lineup.ways));
    const known = lineup.cars.indexOf(draft.carId);
    const cars = known < 0 ? [...lineup.cars, draft.carId] : lineup.cars;
    store.getState().set({
      ...lineup,
      cars,
      carAt: known < 0 ? cars.length - 1 : known,
      ways: [way, ...lineup.ways],
      baseline: way.id,
    });
    void navigate("/line-up");
    sayDone(`“${way.name}” stands first in the line-up, as its baseline.`);
  };
  return (
    <Button size="sm" variant="quiet" disabled={!plan} onClick={() => plan && send(plan)}>
      To the line-up
    </Button>
  );
}
