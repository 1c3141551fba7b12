import { type Assumed, type Car, type Household, type SupplyId } from "@kettleback/core";
import { type KnownPhases } from "../controls/PhasesSelect";
/** What is asked of a car's figure, and how the car looks with it. */
interface Asked {
    readonly label: string;
    readonly unit: string;
    /** In the unit asked for; the assumed figure stands there to begin with. */
    readonly value: number;
    /** A figure as the car keeps it, in the unit asked for. */
    shown(kept: number): number;
    /** The car with a figure, or what is wrong with it. */
    put(typed: number): Car | string;
}
/** What a figure of a car is called here, in which unit it is typed, and where it goes. */
export declare function askedOf(assumed: Assumed, car: Car, { economyUnit }: Household, system: SupplyId, phases: KnownPhases): Asked;
/** The car with a figure put in and no longer marked as assumed, or what is wrong with it, in the unit it is typed in. */
export declare function carWith(asked: Asked, typed: number, assumed: Assumed): Car | string;
interface Props {
    readonly assumed: Assumed;
    readonly car: Car;
    readonly household: Household;
    readonly system: SupplyId;
    onKnown(car: Car): void;
    onCancel(): void;
}
/** Asks for a figure that was assumed, there and then. */
export declare function KnownFigure({ assumed, car, household, system, onKnown, onCancel }: Props): import("react").JSX.Element;
export {};
