import { explain, type Answer } from "@kettleback/core";
import type { Charging } from "../../jobs/answer";
import { WorkingPanel } from "../../plan/WorkingPanel";

interface Props {
  readonly answer: Answer;
  readonly charging: Charging;
  onClose(): void;
}

/** How an answer comes about; its words come once one is opened. */
export default function Working({ answer, charging: { plan, solution }, onClose }: Props) {
  return <WorkingPanel working={explain(answer, solution, plan)} onClose={onClose} />;
}
