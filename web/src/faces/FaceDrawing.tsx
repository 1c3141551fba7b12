import type { ConnectorId } from "@kettleback/core";
import { FACES } from "./table";
import styles from "./faces.module.scss";

interface Props {
  readonly connector: ConnectorId;
  readonly label: string;
  /** Contacts that are not there. */
  readonly empty?: readonly string[];
}

/** A connector's face as one looks into the car's inlet, drawn in our own hand. */
export const FaceDrawing = ({ connector, label, empty }: Props) => (
  <svg className={`${styles.alone} ${styles.face}`} viewBox="0 0 100 120" role="img" aria-label={label}>
    <Shape connector={connector} empty={empty} named />
  </svg>
);

interface SmallProps {
  readonly connector: ConnectorId;
  readonly width: number;
  readonly x?: number;
  readonly y?: number;
  /** Contacts that are not there. */
  readonly empty?: readonly string[];
}

/** The same face small, to be set inside a drawing or beside words. */
export const SmallFace = ({ connector, width, x = 0, y = 0, empty = [] }: SmallProps) => (
  <svg className={styles.face} viewBox="0 0 100 120" width={width} height={width * 1.2} x={x} y={y}>
    <Shape connector={connector} empty={empty} />
  </svg>
);

interface ShapeProps {
  readonly connector: ConnectorId;
  readonly empty?: readonly string[] | undefined;
  /** Contacts bear their names. */
  readonly named?: boolean;
}

function Shape({ connector, empty = [], named = false }: ShapeProps) {
  const { outline, contacts } = FACES[connector];
  return (
    <>
      <path className="shell" d={outline} />
      {contacts.map(({ id, x, y, r, role }) => (
        <g key={id} className={`contact ${role}${empty.includes(id) ? " empty" : ""}`}>
          <circle cx={x} cy={y} r={r} />
          {named && r >= 5.5 && (
            <text x={x} y={y + 2.6}>
              {id}
            </text>
          )}
        </g>
      ))}
    </>
  );
}
