import { type Cable, type Garage } from "@kettleback/core";
interface Props {
    readonly garage: Garage;
    /** Opens the form of a new cable that starts from what was read. */
    onSave(cable: Cable): void;
}
/** Marking, contacts and resistor in; cores, phases, amps and what it would carry here out. */
export declare function CableReader({ garage, onSave }: Props): import("react").JSX.Element;
export {};
