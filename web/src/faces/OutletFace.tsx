import { outletType, type OutletTypeId } from "@kettleback/core";
import { OUTLET_FACES, type OutletFace as Face } from "./outlets";
import styles from "./faces.module.scss";

const SHELLS: Readonly<Record<Face["shell"], string>> = {
  round: "M50 4a46 46 0 1 1 0 92a46 46 0 1 1 0-92z",
  square: "M8 6H92V94H8z",
  tall: "M22 4H78V96H22z",
  // The key sits at six o'clock, whatever the hour of the earth.
  keyed: "M50 6a44 44 0 0 1 8 87.3V98H42V93.3A44 44 0 0 1 50 6z",
};

interface Props {
  readonly type: OutletTypeId;
  /** Edge of the square it is drawn in (px). */
  readonly size: number;
  readonly x?: number;
  readonly y?: number;
}

/** A socket's face, to be set inside a drawing. */
export function OutletFace({ type, size, x = 0, y = 0 }: Props) {
  const { shell, openings } = OUTLET_FACES[type];
  return (
    <svg
      className={styles.outlet}
      viewBox="0 0 100 100"
      width={size}
      height={size}
      x={x}
      y={y}
      aria-label={outletType(type).name}
    >
      <path className="shell" d={SHELLS[shell]} />
      {openings.map(({ shape, role, x: cx, y: cy, w, h, turn }) =>
        shape === "hole" ? (
          <circle key={`${cx} ${cy}`} className={role} cx={cx} cy={cy} r={w / 2} />
        ) : (
          <rect
            key={`${cx} ${cy} ${w}`}
            className={role}
            x={cx - w / 2}
            y={cy - h / 2}
            width={w}
            height={h}
            transform={turn ? `rotate(${turn} ${cx} ${cy})` : undefined}
          />
        ),
      )}
    </svg>
  );
}
