import { type Garage } from "@kettleback/core";
/** Every connector with its face, where it is used, which inlets take it, and which of the household's cars do. */
export declare function Connectors({ garage }: {
    garage: Garage;
}): import("react").JSX.Element;
