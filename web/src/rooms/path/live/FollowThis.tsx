import { heldTo, type Plan, type PointState } from "@kettleback/core";
import { api } from "../../../api/client";
import { Button } from "../../../controls/Button";
import { sayDone, sayTrouble } from "../../../stores/notices";
import { useSessions } from "../../../stores/sessions";
import { heldText } from "./StartThere";

interface Props {
  readonly household: string;
  readonly point: PointState;
  readonly plan: Plan;
  readonly carId: string;
  readonly placeId: string | null;
}

/** A session begun at the unit has no path yet: the one in view can be its. */
export function FollowThis({ household, point, plan, carId, placeId }: Props) {
  const put = useSessions((s) => s.put);
  const follow = () =>
    api
      .act(household, point.id, { act: "follow", wanted: { plan, carId, placeId } })
      .then(({ taken, said, session }) => {
        if (session) put(household, session);
        const followed = `It is followed as ${plan.name}; so are the next ones begun at the unit.`;
        if (taken) sayDone(followed);
        else
          sayTrouble(
            new Error(
              `${followed} It does not let itself be held to its current: it says “${said}”. Set it at the unit or in the car by hand.`,
            ),
          );
      }, sayTrouble);
  return (
    <p className="start">
      <Button quiet asks={follow}>
        It charges as below
      </Button>{" "}
      <span className="quiet">
        Nobody has said which car it is. Set the sentence below as it is plugged in, then press this: what
        should flow stands beside what does.{heldText(heldTo(plan))}
      </span>
    </p>
  );
}
