import { useId, type KeyboardEvent } from "react";
import { LINK_WORDS, type LaneNow, type LinkKind } from "@kettleback/core";
import type { Charging } from "../jobs/answer";
import { ampsText, figureText, percentText, powerFigure } from "../format/number";
import { useWidth } from "../charts/useWidth";
import { laneOutlines, lanesDrawn, layOut, linksDrawn, type Drawing, type LinkBox } from "./layout";
import { Faces, Jaws, Joints, LossBranch, type Place } from "./marks";
import { MeasuredFlow } from "./MeasuredFlow";
import styles from "./drawing.module.scss";

interface Props {
  readonly charging: Charging;
  readonly selected: number | null;
  /** What really flows now, where somebody measures it, and where the battery stands. */
  readonly live?: LiveDrawn;
  onSelect(index: number): void;
}

/** A session that goes on, as the drawing shows it. */
export interface LiveDrawn {
  readonly lanes: readonly LaneNow[];
  /** What was read is old. */
  readonly stale: boolean;
  readonly soc: number;
  /** How old the last reading is, in words. */
  readonly age: string;
}

const NARROW = 620;
/** Height (px) of the lanes of a drawing that lies flat, by how many there are. */
const BREADTH = { 1: 56, 2: 84, 3: 108 } as const;
const ACROSS_SHIFT = { flat: 62, upright: 14 } as const;
const UPRIGHT_STEP = 64;

/** The path from supply to battery as parallel copper lanes; the narrowest link is pinched between two jaws. */
export function ConductorDrawing({ charging, selected, live, onSelect }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const flat = width >= NARROW;
  const { point, solution } = charging;
  const breadth = flat ? BREADTH[lanesDrawn(point)] : 96;
  const supply = flat ? 88 : 44;
  const battery = flat ? 104 : 84;
  const length = flat ? width : supply + battery + UPRIGHT_STEP * linksDrawn(point);
  const drawing = layOut(point, solution.moment.balance, { length, breadth, supply, battery });
  const shift = flat ? ACROSS_SHIFT.flat : ACROSS_SHIFT.upright;
  const place: Place = (along, across) => (flat ? [along, across + shift] : [across + shift, along]);
  const height = flat ? breadth + 122 : length;
  const titleId = useId();
  const narrow = point.links[point.binding]!;

  return (
    <div ref={ref} className={styles.conductor}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          viewBox={`0 0 ${width} ${height}`}
          role="group"
          aria-labelledby={titleId}
          className={flat ? "flat" : "upright"}
        >
          <title id={titleId}>
            {`Charging path: ${ampsText(point.amps)} ${phaseWords(point)}. The ${LINK_WORDS[narrow.kind]} is the narrowest link.`}
          </title>
          <Supply charging={charging} drawing={drawing} place={place} flat={flat} />
          {[0, 1, 2].map((lane) =>
            laneOutlines(drawing.links, lane).map((outline, i) => (
              <polygon
                key={`${lane}-${i}`}
                className={lane < point.phases ? "lane" : "lane empty"}
                points={outline.map(([a, c]) => place(a, c).join(",")).join(" ")}
              />
            )),
          )}
          {live ? (
            <MeasuredFlow lanes={live.lanes} stale={live.stale} drawing={drawing} place={place} />
          ) : (
            drawing.flow.map(({ lane, mid, thick }) => (
              <Bar
                key={lane}
                className="flow"
                from={place(drawing.supply.to - 20, mid - thick / 2)}
                to={place(drawing.battery.from + 6, mid + thick / 2)}
              />
            ))
          )}
          {drawing.links
            .filter(({ link }) => isPlannedLink(link.kind, charging))
            .flatMap(({ link, from, to }) =>
              drawing.flow.map(({ lane, mid, thick }) => (
                <Bar
                  key={`${link.kind}-${lane}`}
                  className="flow planned"
                  from={place(from, mid - thick / 2)}
                  to={place(to, mid + thick / 2)}
                />
              )),
            )}
          <Joints drawing={drawing} place={place} />
          {drawing.links.map((box) => (
            <LinkMark
              key={box.link.kind}
              box={box}
              place={place}
              flat={flat}
              width={width}
              breadth={breadth}
              flowsOn={phaseWords(point)}
              planned={isPlannedLink(box.link.kind, charging)}
              selected={selected === box.index}
              onSelect={onSelect}
            />
          ))}
          {flat && <Faces charging={charging} drawing={drawing} />}
          <Battery
            charging={charging}
            drawing={drawing}
            place={place}
            flat={flat}
            breadth={breadth}
            live={live}
          />
          <text x={flat ? 2 : breadth + 30} y={flat ? height - 10 : height - 4} className="detail">
            Scale {ampsText(drawing.scale)}
          </text>
        </svg>
      )}
    </div>
  );
}

/** Links of what is planned are drawn in outline: nothing flows there yet. */
const isPlannedLink = (kind: LinkKind, { plan }: Charging): boolean =>
  kind === "circuit" || kind === "outlet"
    ? plan.outlet.planned === true
    : (kind === "evse" || (kind === "cable" && plan.evse.output.kind === "tethered")) &&
      plan.evse.planned === true;

/** What a current flows on: "on three phases"; direct current has none. */
export const phaseWords = ({
  current,
  phases,
}: {
  readonly current: "AC" | "DC";
  readonly phases: number;
}): string =>
  current === "DC"
    ? "of direct current"
    : phases === 1
      ? "on one phase"
      : phases === 2
        ? "on two phases"
        : "on three phases";

function Bar({ className, from, to }: { className: string; from: [number, number]; to: [number, number] }) {
  return (
    <rect
      className={className}
      x={Math.min(from[0], to[0])}
      y={Math.min(from[1], to[1])}
      width={Math.abs(to[0] - from[0])}
      height={Math.abs(to[1] - from[1])}
    />
  );
}

interface PartProps {
  readonly charging: Charging;
  readonly drawing: Drawing;
  readonly place: Place;
  readonly flat: boolean;
}

function Supply({ charging: { point, plan }, drawing, place, flat }: PartProps) {
  const measured = plan.outlet.supply.measuredVolts !== undefined;
  const x = drawing.across.to + 30;
  return (
    <g className="supply">
      {flat ? (
        <>
          <text x={2} y={18} className="kind">
            Supply
          </text>
          <text x={2} y={34} className="detail">
            {Math.round(point.volts)} V
            {point.current === "DC" ? " pack" : point.livePhases === 1 ? ", 1 phase" : ", 3 phases"}
          </text>
          {measured && (
            <text x={2} y={50} className="detail">
              measured
            </text>
          )}
        </>
      ) : (
        <text x={x} y={20} className="kind">
          Supply, {Math.round(point.volts)} V{measured ? " measured" : ""},{" "}
          {point.current === "DC"
            ? "at the pack"
            : point.livePhases === 1
              ? "one live phase"
              : "three live phases"}
        </text>
      )}
      {Array.from({ length: point.livePhases }, (_, lane) => {
        const flow = drawing.flow[lane];
        const mid = flow?.mid ?? drawing.across.to * ((lane + 0.5) / point.livePhases);
        const [cx, cy] = place(drawing.supply.to - 24, mid);
        return (
          <circle
            key={lane}
            className={flow ? "source" : "source empty"}
            cx={cx}
            cy={cy}
            r={Math.max(7, (flow?.thick ?? 0) / 2 + 2)}
          />
        );
      })}
    </g>
  );
}

interface LinkProps {
  readonly box: LinkBox;
  readonly place: Place;
  readonly flat: boolean;
  readonly width: number;
  readonly breadth: number;
  /** What it flows on, in words. */
  readonly flowsOn: string;
  readonly planned: boolean;
  readonly selected: boolean;
  onSelect(index: number): void;
}

function LinkMark({ box, place, flat, width, breadth, flowsOn, planned, selected, onSelect }: LinkProps) {
  const { link, index, from, to, binding, bars } = box;
  const mid = (from + to) / 2;
  const ceiling = Number.isFinite(link.ceilingAmps) ? ampsText(link.ceilingAmps) : "open";
  const empties = bars.filter((bar) => !bar.live).length;
  const words = LINK_WORDS[link.kind];
  const label =
    `${index + 1}: ${words}, ${link.name}${planned ? ", planned" : ""}. Ceiling ${ceiling} ${flowsOn}, alone ${figureText(powerFigure(link.ceilingW))}.` +
    (link.over ? " More flows than it should hold." : "") +
    (binding
      ? " The narrowest link."
      : box.tied
        ? " As narrow as the narrowest."
        : box.runnerUp
          ? " The next narrowest."
          : "") +
    (empties ? ` ${empties} of its phases ${empties === 1 ? "runs" : "run"} empty.` : "");
  const onKey = (event: KeyboardEvent) => {
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      onSelect(index);
    }
  };
  const top = Math.min(...bars.map((b) => b.mid - b.thick / 2));
  const bottom = Math.max(...bars.filter((b) => b.live).map((b) => b.mid + b.thick / 2));
  const capital = words.replace(/^car's /, "").replace(/^./, (c) => c.toUpperCase());
  const [tx] = flat ? [mid] : [breadth + 30];
  const textY = flat ? 18 : from + 20;
  const figuresY = flat ? breadth + 82 : from + 38;
  const verdict = link.over ? "overdrawn" : binding ? "narrowest" : box.tied ? "as narrow" : "";
  const loss = box.lossW >= 0.5 ? `−${figureText(powerFigure(box.lossW))} heat` : "";
  return (
    <g
      className={`link ${link.role}${binding ? " binding" : ""}${link.over ? " over" : ""}${selected ? " selected" : ""}`}
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-pressed={selected}
      onClick={() => onSelect(index)}
      onKeyDown={onKey}
    >
      <rect
        className="touch"
        x={flat ? from + 2 : 2}
        y={flat ? 2 : from + 1}
        width={flat ? to - from - 4 : width - 4}
        height={flat ? breadth + 118 : to - from - 2}
        rx={3}
      />
      {box.lossThick > 0 && (
        <LossBranch
          at={mid + (binding || box.runnerUp ? 28 : 0)}
          start={bottom}
          place={place}
          thick={box.lossThick}
          flat={flat}
          breadth={breadth}
        />
      )}
      {(binding || box.runnerUp) && (
        <Jaws at={mid} top={top} bottom={bottom} place={place} hollow={!binding} />
      )}
      <text x={tx} y={textY} className="kind">
        <tspan className="index">{index + 1}</tspan>{" "}
        {flat ? shortKind(capital, to - from) : `${capital}: ${clip(link.name, 26)}`}
      </text>
      {flat && (
        <text x={tx} y={34} className="detail">
          {clip(link.name, Math.floor((to - from) / 6.4))}
        </text>
      )}
      {flat && verdict && (
        <text x={tx} y={50} className={binding || link.over ? "verdict" : "detail"}>
          {verdict}
        </text>
      )}
      <text x={tx} y={flat ? figuresY + 16 : figuresY} className="ceiling">
        {ceiling}
        {flat ? "" : ` · ${figureText(powerFigure(link.ceilingW))}${verdict && ` · ${verdict}`}`}
      </text>
      {!flat && loss && (
        <text x={tx} y={from + 54} className="loss">
          {loss}
        </text>
      )}
      {flat && (
        <>
          <text x={tx} y={figuresY + 32} className="detail">
            {figureText(powerFigure(link.ceilingW))}
          </text>
          <text x={tx} y={figuresY} className="loss">
            {loss}
          </text>
        </>
      )}
      <title>{label}</title>
    </g>
  );
}

const clip = (text: string, most: number): string =>
  text.length <= most ? text : `${text.slice(0, most - 1)}…`;
const shortKind = (kind: string, room: number): string =>
  room < 118
    ? kind
        .replace("Onboard charger", "Charger")
        .replace("Charging unit", "Unit")
        .replace("Extension lead", "Lead")
    : kind;

function Battery({
  charging: { plan, solution },
  drawing,
  place,
  flat,
  breadth,
  live,
}: PartProps & { readonly breadth: number; readonly live: LiveDrawn | undefined }) {
  const { fromSoc, toSoc } = plan.session;
  const gained = live ? live.soc : solution.endSoc;
  const charges = `${percentText(fromSoc)} → ${percentText(gained)}`;
  const aside = live ? live.age : `${figureText(powerFigure(solution.moment.balance.stored))} in`;
  const a = place(drawing.battery.from + 6, 4);
  const b = place(drawing.battery.to - 8, breadth - 4);
  const [x, y, w, h] = [a[0], a[1], b[0] - a[0], b[1] - a[1]];
  // Upright cell on the flat drawing, lying cell on the upright one; it always fills upwards or rightwards.
  const fill = (soc: number) =>
    flat ? { x, y: y + h * (1 - soc), width: w, height: h * soc } : { x, y, width: w * soc, height: h };
  return (
    <g className="battery">
      <rect className="cell" x={x} y={y} width={w} height={h} rx={4} />
      <rect className="gain" {...fill(gained)} rx={4} />
      <rect className="held" {...fill(fromSoc)} rx={4} />
      {flat ? (
        <>
          <line
            className="target"
            x1={x - 4}
            x2={x + w + 4}
            y1={y + h * (1 - toSoc)}
            y2={y + h * (1 - toSoc)}
          />
          <text x={x + w / 2} y={18} className="kind">
            Battery
          </text>
          <text x={x + w / 2} y={34} className="detail">
            {clip(plan.car.name, 15)}
          </text>
          <text x={x + w / 2} y={y + h + 24} className="ceiling">
            {charges}
          </text>
          <text x={x + w / 2} y={y + h + 40} className="detail">
            {aside}
          </text>
        </>
      ) : (
        <>
          <line className="target" x1={x + w * toSoc} x2={x + w * toSoc} y1={y - 4} y2={y + h + 4} />
          <text x={breadth + 30} y={y + 22} className="kind">
            Battery
          </text>
          <text x={breadth + 30} y={y + 40} className="ceiling">
            {charges} · {aside}
          </text>
        </>
      )}
    </g>
  );
}
