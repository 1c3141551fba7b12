import { type EconomyUnit, type SupplyId } from "@kettleback/core";
interface Props {
    readonly economyUnit: EconomyUnit;
    readonly system: SupplyId;
}
/** What stands in a car's papers: kW and phases, usable or gross energy, volts and amp-hours, range; and what it makes. */
export declare function Papers({ economyUnit, system }: Props): import("react").JSX.Element;
export {};
