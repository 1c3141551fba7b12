import { type Plan, type Solution } from "@kettleback/core";
interface Props {
    readonly solution: Solution;
    readonly plan: Plan;
}
/** The ledger of the session as a flow from the meter to the cells, and as a table in Wh, per cent and money. */
export default function Flow({ solution: { ledger, bill, run }, plan }: Props): import("react").JSX.Element;
export {};
