import type { ConnectorId } from "@kettleback/core";
import { FACES } from "./table";
import styles from "./faces.module.scss";

interface Props {
  readonly connector: ConnectorId;
  readonly label: string;
  /** Contacts that are filled; all of them when left out. */
  readonly filled?: ReadonlySet<string>;
}

/** A connector's face as one looks into the car's inlet, drawn in our own hand. */
export const FaceDrawing = ({ connector, label, filled }: Props) => (
  <svg className={`${styles.alone} ${styles.face}`} viewBox="0 0 100 120" role="img" aria-label={label}>
    <Shape connector={connector} filled={filled} named />
  </svg>
);

interface SmallProps {
  readonly connector: ConnectorId;
  readonly width: number;
  readonly x: number;
  readonly y: number;
}

/** The same face small, to be set inside a drawing. */
export const SmallFace = ({ connector, width, x, y }: SmallProps) => (
  <svg className={styles.face} viewBox="0 0 100 120" width={width} height={width * 1.2} x={x} y={y}>
    <Shape connector={connector} />
  </svg>
);

interface ShapeProps {
  readonly connector: ConnectorId;
  readonly filled?: ReadonlySet<string> | undefined;
  /** Contacts bear their names. */
  readonly named?: boolean;
}

function Shape({ connector, filled, named = false }: ShapeProps) {
  const { outline, contacts } = FACES[connector];
  return (
    <>
      <path className="shell" d={outline} />
      {contacts.map(({ id, x, y, r, role }) => (
        <g key={id} className={`contact ${role}${!filled || filled.has(id) ? "" : " empty"}`}>
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
