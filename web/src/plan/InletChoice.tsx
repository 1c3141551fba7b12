import { CONNECTOR_IDS, INLET_LOOKS, INLETS, type ConnectorId, type InletLook } from "@kettleback/core";
import { SmallFace } from "../faces/FaceDrawing";
import { PictureChoice } from "./PictureChoice";

interface Props {
  /** The look that was picked; empty where nobody has looked. */
  readonly value: string;
  /** Words for not having looked. */
  readonly unknown: string;
  onChange(id: string): void;
}

/** The face of an inlet: that of the largest plug it takes, which shows all its contacts. */
const faceOf = ({ inlet }: InletLook): ConnectorId =>
  CONNECTOR_IDS.findLast((id) => (INLETS[inlet].takes as readonly ConnectorId[]).includes(id))!;

/** What one sees in the car's inlet, to be pointed at: it tells the inlet, and often that one phase is all it takes. */
export const InletChoice = ({ value, unknown, onChange }: Props) => (
  <PictureChoice
    says="What you see in the car’s inlet"
    value={value}
    onChange={onChange}
    options={[
      { value: "", title: unknown },
      ...INLET_LOOKS.map((look) => ({
        value: look.id,
        face: <SmallFace connector={faceOf(look)} width={46} empty={look.empty} />,
        title: look.seen,
        small: look.proves,
      })),
    ]}
  />
);
