import type { ConnectorId } from "@kettleback/core";
interface Props {
    readonly connector: ConnectorId;
    readonly label: string;
    /** Contacts that are filled; all of them when left out. */
    readonly filled?: ReadonlySet<string>;
}
/** A connector's face as one looks into the car's inlet, drawn in our own hand. */
export declare const FaceDrawing: ({ connector, label, filled }: Props) => import("react").JSX.Element;
interface SmallProps {
    readonly connector: ConnectorId;
    readonly width: number;
    readonly x: number;
    readonly y: number;
}
/** The same face small, to be set inside a drawing. */
export declare const SmallFace: ({ connector, width, x, y }: SmallProps) => import("react").JSX.Element;
export {};
