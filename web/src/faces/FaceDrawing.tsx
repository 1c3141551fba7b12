import type { ConnectorId } from "@kettleback/core";
import { FACES } from "./table";
import "./faces.scss";

interface Props {
  readonly connector: ConnectorId;
  readonly label: string;
  /** Contacts that are filled; all of them when left out. */
  readonly filled?: ReadonlySet<string>;
}

/** A connector's face as one looks into the car's inlet, drawn in our own hand. */
export function FaceDrawing({ connector, label, filled }: Props) {
  const { outline, contacts } = FACES[connector];
  return (
    <svg className="face" viewBox="0 0 100 120" role="img" aria-label={label}>
      <path className="shell" d={outline} />
      {contacts.map(({ id, x, y, r, role }) => (
        <g key={id} className={`contact ${role}${!filled || filled.has(id) ? "" : " empty"}`}>
          <circle cx={x} cy={y} r={r} />
          {r >= 5.5 && (
            <text x={x} y={y + 2.6}>
              {id}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
