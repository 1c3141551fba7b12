import { useNavigate } from "react-router-dom";
import type { Garage, Plan } from "@kettleback/core";
import { Button } from "../../controls/Button";
import type { Draft } from "../../stores/draft";

interface Props {
  readonly garage: Garage;
  readonly draft: Draft;
  readonly plan: Plan | null;
}

/** Sends the path in view to the Line-up, whose own code is fetched only then. */
export function ToLineup({ garage, draft, plan }: Props) {
  const navigate = useNavigate();
  const send = async (sent: Plan) => {
    const { sendPath } = await import("../../stores/sendPath");
    sendPath(garage, draft, sent);
    void navigate("/line-up");
  };
  return (
    <Button quiet disabled={!plan} onClick={() => plan && void send(plan)}>
      To the line-up
    </Button>
  );
}
