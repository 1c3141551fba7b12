import { type EconomyUnit, type SupplyId } from "@kettleback/core";
import type { Field } from "./field";
interface Props {
    readonly field: Field;
    readonly name: string;
    readonly economyUnit: EconomyUnit;
    /** The supply of the household, where what is typed means another thing on another one. */
    readonly system: SupplyId;
}
/** The control of one field, with its unit, its hint, and its problem beside it. */
export declare function FieldControl({ field, name, economyUnit, system }: Props): import("react").JSX.Element | null;
export {};
