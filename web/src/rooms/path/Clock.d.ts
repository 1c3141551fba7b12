import { type Plan, type Solution } from "@kettleback/core";
import "../../charts/chartFont";
interface Props {
    readonly solution: Solution;
    readonly plan: Plan;
}
/** State of charge over the hours plugged in, with the target and the departure marked. */
declare function ClockPlot({ solution, plan }: Props): import("react").JSX.Element;
declare const _default: import("react").MemoExoticComponent<typeof ClockPlot>;
export default _default;
