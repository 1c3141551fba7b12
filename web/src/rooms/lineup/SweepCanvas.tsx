import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { axisValue, LINK_KINDS, LINK_WORDS, quantityOf } from "@kettleback/core";
import { useWidth } from "../../charts/useWidth";
import { mixed } from "../../charts/mixed";
import { useThemeColours, type ThemeColours } from "../../charts/useThemeColours";
import { placeOf, roundSteps, shapesOf, stepsOf, type Grid, type Outline, type Shapes } from "./sweepShape";

const HEIGHT = 380;
const PAD = { left: 58, right: 14, top: 12, bottom: 44 } as const;

interface Props {
  readonly grid: Grid;
  /** What the path has now, on both axes. */
  readonly now: readonly [number | undefined, number | undefined];
  /** A value of the result in words. */
  text(value: number): string;
}

/** A sweep drawn: shades in contour steps, the regions in which each link binds, the way as it is, and a cross to read by. */
export function SweepCanvas({ grid, now, text }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const colours = useThemeColours();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [at, setAt] = useState<readonly [number, number]>([grid.width >> 1, grid.height >> 1]);
  const shapes = useShapes(grid);
  const { spec } = grid;
  const here: readonly [number, number] = [Math.min(at[0], grid.width - 1), Math.min(at[1], grid.height - 1)];
  const [cx, cy] = here;

  useEffect(() => {
    const element = canvas.current;
    if (!element || !shapes || width === 0) return;
    const dense = window.devicePixelRatio || 1;
    element.width = width * dense;
    element.height = HEIGHT * dense;
    const ctx = element.getContext("2d")!;
    ctx.scale(dense, dense);
    draw(ctx, width, grid, shapes, now, [cx, cy], colours);
  }, [width, grid, shapes, now, cx, cy, colours]);

  const onPointer = (event: PointerEvent<HTMLCanvasElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const u = (event.clientX - box.left - PAD.left) / (box.width - PAD.left - PAD.right);
    const v = 1 - (event.clientY - box.top - PAD.top) / (HEIGHT - PAD.top - PAD.bottom);
    if (u < 0 || u > 1 || v < 0 || v > 1) return;
    setAt([
      Math.min(grid.width - 1, Math.floor(u * grid.width)),
      Math.min(grid.height - 1, Math.floor(v * grid.height)),
    ]);
  };
  const onKey = (event: KeyboardEvent) => {
    const by = event.shiftKey ? 10 : 1;
    const moves: Record<string, readonly [number, number]> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, by],
      ArrowDown: [0, -by],
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    const clamp = (n: number, most: number) => Math.max(0, Math.min(most, n));
    setAt([clamp(cx + move[0], grid.width - 1), clamp(cy + move[1], grid.height - 1)]);
  };
  const k = cy * grid.width + cx;
  const value = grid.values[k]!;
  const link = LINK_KINDS[grid.links[k]!];
  const figure = (id: keyof typeof spec & ("x" | "y"), i: number) =>
    `${Number(axisValue(spec[id], i).toPrecision(4))} ${quantityOf(spec[id].quantity).unit}`.trim();
  const readout = `${figure("x", cx)}, ${figure("y", cy)}: ${
    Number.isNaN(value) ? "nothing charges" : `${text(value)}; the ${LINK_WORDS[link!]} is the narrowest`
  }`;
  return (
    <div className="sweep-drawing">
      <div
        ref={ref}
        className="sweep-frame"
        role="application"
        tabIndex={0}
        aria-label="Vary two: arrow keys move the cross, with shift by ten"
        aria-describedby="sweep-readout"
        onKeyDown={onKey}
      >
        <canvas
          data-drawn={shapes !== undefined}
          ref={canvas}
          style={{ width: "100%", height: HEIGHT }}
          onPointerMove={onPointer}
          onPointerDown={onPointer}
        />
      </div>
      <p id="sweep-readout" className="readout" aria-live="polite">
        {readout}
      </p>
      <ul className="sweep-legend" aria-label="Contour steps and regions">
        {stepsOf(grid).map((step, i, all) => (
          <li key={step}>
            <span className="swatch" style={{ background: shadeOf(colours, (i + 1) / (all.length + 1)) }} />{" "}
            {text(step)}
          </li>
        ))}
        {shapes?.regions.map(({ kind, cells }) => (
          <li key={kind}>
            <b>{LINK_WORDS[kind]}</b> narrowest in {Math.round((100 * cells) / (grid.width * grid.height))} %
          </li>
        ))}
      </ul>
    </div>
  );
}

const NOTHING: Shapes = { contours: [], regions: [] };
const nextTask = () => new Promise<void>((done) => setTimeout(done));

/** The shapes of a grid, worked out between frames; none until they are there. */
function useShapes(grid: Grid): Shapes | undefined {
  const [made, setMade] = useState<{ grid: Grid; shapes: Shapes }>({ grid, shapes: NOTHING });
  useEffect(() => {
    let left = false;
    const turn = async () => {
      await nextTask();
      if (left) throw new Error("left");
    };
    shapesOf(grid, turn).then(
      (shapes) => setMade({ grid, shapes }),
      () => undefined,
    );
    return () => void (left = true);
  }, [grid]);
  return made.grid === grid && made.shapes !== NOTHING ? made.shapes : undefined;
}

/** Shades from the empty phase's colour to copper. */
const shadeOf = ({ panel, copper }: ThemeColours, share: number): string =>
  mixed(panel, copper, 0.12 + 0.8 * share);

function draw(
  ctx: CanvasRenderingContext2D,
  width: number,
  grid: Grid,
  { contours, regions }: Shapes,
  now: Props["now"],
  [cx, cy]: readonly [number, number],
  colours: ThemeColours,
): void {
  const [w, h] = [width - PAD.left - PAD.right, HEIGHT - PAD.top - PAD.bottom];
  const px = (x: number) => PAD.left + (x / grid.width) * w;
  const py = (y: number) => PAD.top + h - (y / grid.height) * h;
  const trace = (outline: Outline) => {
    outline.forEach(([x, y], i) => (i === 0 ? ctx.moveTo(px(x), py(y)) : ctx.lineTo(px(x), py(y))));
    ctx.closePath();
  };
  ctx.clearRect(0, 0, width, HEIGHT);
  ctx.fillStyle = shadeOf(colours, 0);
  ctx.fillRect(PAD.left, PAD.top, w, h);
  contours.forEach(({ outlines }, i) => {
    ctx.beginPath();
    outlines.forEach(trace);
    ctx.fillStyle = shadeOf(colours, (i + 1) / (contours.length + 1));
    ctx.fill("evenodd");
  });
  ctx.save();
  ctx.beginPath();
  ctx.rect(PAD.left, PAD.top, w, h);
  ctx.clip();
  ctx.strokeStyle = colours.ink;
  ctx.lineWidth = 1.5;
  for (const { outlines } of regions) {
    ctx.beginPath();
    outlines.forEach(trace);
    ctx.stroke();
  }
  ctx.restore();
  ctx.font = '600 13px "Hanken Grotesk Variable", system-ui, sans-serif';
  ctx.textBaseline = "middle";
  for (const { kind, at, cells } of regions)
    if (cells > 0.015 * grid.width * grid.height)
      label(ctx, LINK_WORDS[kind], px(at[0]), py(at[1]), width, colours);
  axes(ctx, grid, w, h, colours);
  marks(ctx, grid, now, [cx, cy], px, py, colours);
}

function label(
  ctx: CanvasRenderingContext2D,
  text: string,
  x: number,
  y: number,
  width: number,
  colours: ThemeColours,
): void {
  const room = ctx.measureText(text).width / 2 + 6;
  const left = Math.max(PAD.left + room, Math.min(width - PAD.right - room, x));
  ctx.textAlign = "center";
  ctx.fillStyle = colours.panel;
  ctx.fillRect(left - room, y - 10, 2 * room, 20);
  ctx.fillStyle = colours.ink;
  ctx.fillText(text, left, y);
}

function axes(
  ctx: CanvasRenderingContext2D,
  { spec }: Grid,
  w: number,
  h: number,
  colours: ThemeColours,
): void {
  ctx.font = '12px "Hanken Grotesk Variable", system-ui, sans-serif';
  ctx.fillStyle = colours.quiet;
  for (const id of ["x", "y"] as const) {
    const { from, to, count } = spec[id];
    for (const tick of roundSteps(from, to, id === "x" ? 10 : 7)) {
      const share = (((tick - from) / (to - from)) * (count - 1) + 0.5) / count;
      ctx.textAlign = id === "x" ? "center" : "right";
      if (id === "x") ctx.fillText(String(tick), PAD.left + w * share, PAD.top + h + 12);
      else ctx.fillText(String(tick), PAD.left - 6, PAD.top + h - h * share);
    }
  }
  const named = (id: "x" | "y") => {
    const { name, unit } = quantityOf(spec[id].quantity);
    return unit ? `${name}, ${unit}` : name;
  };
  ctx.fillStyle = colours.ink;
  ctx.textAlign = "center";
  ctx.fillText(named("x"), PAD.left + w / 2, PAD.top + h + 32);
  ctx.save();
  ctx.translate(12, PAD.top + h / 2);
  ctx.rotate(-Math.PI / 2);
  ctx.fillText(named("y"), 0, 0);
  ctx.restore();
}

/** The way as it is, and the cross one reads by. */
function marks(
  ctx: CanvasRenderingContext2D,
  { spec }: Grid,
  now: Props["now"],
  [cx, cy]: readonly [number, number],
  px: (x: number) => number,
  py: (y: number) => number,
  colours: ThemeColours,
): void {
  const [x, y] = [now[0], now[1]].map((value, i) =>
    value === undefined ? undefined : placeOf(i === 0 ? spec.x : spec.y, value),
  );
  if (x !== undefined && y !== undefined) {
    ctx.beginPath();
    ctx.arc(px(x), py(y), 7, 0, 2 * Math.PI);
    ctx.lineWidth = 3;
    ctx.strokeStyle = colours.action;
    ctx.fillStyle = colours.panel;
    ctx.fill();
    ctx.stroke();
  }
  ctx.strokeStyle = colours.ink;
  ctx.lineWidth = 1;
  const [ax, ay] = [px(cx + 0.5), py(cy + 0.5)];
  ctx.beginPath();
  ctx.moveTo(ax - 9, ay);
  ctx.lineTo(ax + 9, ay);
  ctx.moveTo(ax, ay - 9);
  ctx.lineTo(ax, ay + 9);
  ctx.stroke();
}
