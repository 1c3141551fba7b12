import type { Garage, Kept, Plan, SessionRecord, PointState } from "@kettleback/core";
import { FollowThis } from "./FollowThis";
import { StandInPanel } from "./StandInPanel";
import { StartThere } from "./StartThere";

/** What the demo's stand-in calls its maker. */
const SIMULATED = "Quay Works";

interface Props {
  readonly garage: Garage;
  readonly point: PointState;
  readonly name: string;
  /** The path in view. */
  readonly plan: Plan;
  readonly carId: string;
  readonly placeId: string | null;
  /** The session that goes on at it, if one does. */
  readonly running: Kept<SessionRecord> | undefined;
}

/** The path in view leads over a charge point: start it there, or say that what goes on there is this. */
export default function AtThePoint({ running, ...props }: Props) {
  const { garage, ...rest } = props;
  return (
    <>
      {!running ? (
        <StartThere garage={garage} {...rest} />
      ) : (
        !running.spec.plan && <FollowThis household={garage.household.id} {...rest} />
      )}
      {rest.point.vendor === SIMULATED && <StandInPanel of="hall-post" />}
    </>
  );
}
