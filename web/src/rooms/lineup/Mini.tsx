import { memo } from "react";
import { LINK_WORDS, type Row } from "@kettleback/core";
import { miniatureOf, type Scale } from "./miniature";

const [WIDTH, HEIGHT, PAD] = [150, 36, 3];
/** Of a jaw, and so what is left free over and under the lanes. */
const JAW = 6;
/** Of the widest lane: an ampere is as thick on one phase as on three. */
const THICKEST = { AC: 7.5, DC: 20 } as const;
const THINNEST = 1.5;

interface Props {
  readonly row: Row;
  readonly scale: Scale;
  /** It is still to be bought: drawn in outline. */
  readonly planned?: boolean;
}

/** A row that charges further or later looks the same: only amps, lanes and the narrowest link are drawn. */
const same = (a: Props, b: Props): boolean =>
  a.scale.ac === b.scale.ac &&
  a.scale.dc === b.scale.dc &&
  a.planned === b.planned &&
  a.row.amps === b.row.amps &&
  a.row.phases === b.row.phases &&
  a.row.narrowest === b.row.narrowest &&
  sameLinks(a.row, b.row);

function sameLinks({ solution: a }: Row, { solution: b }: Row): boolean {
  const [own, other] = [a.circuit.links, b.circuit.links];
  return (
    own.length === other.length &&
    own.every((link, i) => {
      const twin = other[i]!;
      return (
        link.kind === twin.kind &&
        link.phases === twin.phases &&
        link.ampsOn.every((n, k) => n === twin.ampsOn[k])
      );
    })
  );
}

/** The conductor drawing in small: lanes as wide as their ceilings, what flows filled in, the narrowest pinched. */
export const Mini = memo(function Mini({ row, scale, planned = false }: Props) {
  const { links, phases, flow } = miniatureOf(row, scale);
  const most = Math.max(phases, ...links.map((link) => link.phases)) as 1 | 2 | 3;
  const step = (WIDTH - 2 * PAD) / links.length;
  const thickest = THICKEST[row.plan.evse.kind === "rapid" ? "DC" : "AC"];
  const thick = (share: number) => Math.max(THINNEST, thickest * share);
  const mid = (lane: number) => JAW + ((HEIGHT - 2 * JAW) * (lane + 0.5)) / most;
  const narrow = links.findIndex((link) => link.narrowest);
  const at = PAD + (narrow + 0.5) * step;
  const half = narrow < 0 ? 0 : thick(Math.max(links[narrow]!.thick, flow)) / 2;
  const [over, under] = [mid(0) - half, mid(phases - 1) + half];
  return (
    <svg
      className={planned ? "mini planned" : "mini"}
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`The ${LINK_WORDS[row.narrowest]} is the narrowest of ${links.length} links`}
    >
      {links.map((link, i) =>
        Array.from({ length: link.phases }, (_, lane) => (
          <rect
            key={`${i}-${lane}`}
            className={lane < phases ? "lane" : "lane empty"}
            x={PAD + i * step + 0.5}
            width={step - 1}
            y={mid(lane) - thick(link.thick) / 2}
            height={thick(link.thick)}
          />
        )),
      )}
      {Array.from({ length: phases }, (_, lane) => (
        <rect
          key={lane}
          className="flow"
          x={PAD}
          width={WIDTH - 2 * PAD}
          y={mid(lane) - thick(flow) / 2}
          height={thick(flow)}
        />
      ))}
      {narrow >= 0 && (
        <>
          <polygon
            className="jaw"
            points={`${at - 6},${over - JAW} ${at + 6},${over - JAW} ${at + 1.5},${over} ${at - 1.5},${over}`}
          />
          <polygon
            className="jaw"
            points={`${at - 6},${under + JAW} ${at + 6},${under + JAW} ${at + 1.5},${under} ${at - 1.5},${under}`}
          />
        </>
      )}
    </svg>
  );
}, same);
