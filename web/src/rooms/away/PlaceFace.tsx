import type { StopPlace } from "@kettleback/core";
import { OutletFace } from "../../faces/OutletFace";
import { SmallFace } from "../../faces/FaceDrawing";

/** The face of what one meets at a place: a socket's, or a plug's. */
export const PlaceFace = ({ place: { outlet, evse } }: { readonly place: StopPlace }) => (
  <span className="face" aria-hidden="true">
    {outlet.kind === "socket" ? (
      <OutletFace type={outlet.type} size={24} />
    ) : (
      <SmallFace connector={evse!.output.connector} width={20} />
    )}
  </span>
);
