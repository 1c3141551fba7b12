import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { SPOT_WORDS, type Need, type ReachAsked } from "@kettleback/core";
import { decimals } from "../../format/number";

interface Props {
  readonly asked: ReachAsked;
  readonly need: Need;
  onChange(asked: ReachAsked): void;
}

/** Metres drawn around the bay, and drawing units a metre. */
const AROUND = 1.4;
const SCALE = 60;
const STEP_M = 0.1;
const tenth = (m: number): number => Math.round(m * 10) / 10;
const within = (m: number, low: number, high: number): number => Math.min(high, Math.max(low, tenth(m)));

/** The bay from above, to scale: car, inlet, the way round. The post is dragged, or moved by the arrow keys. */
export function ReachDrawing({ asked, need, onChange }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<ReachAsked | null>(null);
  const { bay } = asked;
  const [width, depth] = [bay.widthM + 2 * AROUND, bay.depthM + 2 * AROUND];
  // The head of the bay is up: y grows into the bay, on the page it falls.
  const x = (m: number) => (m + AROUND) * SCALE;
  const y = (m: number) => (bay.depthM + AROUND - m) * SCALE;
  const moved = (from: ReachAsked, postX: number, postY: number): ReachAsked => ({
    ...from,
    bay: {
      ...from.bay,
      postX: within(postX, -AROUND, bay.widthM + AROUND),
      postY: within(postY, -AROUND, bay.depthM + AROUND),
    },
  });
  const drag = (event: PointerEvent<SVGElement>) => {
    if (!held) return;
    const box = svg.current!.getBoundingClientRect();
    const [px, py] = [
      ((event.clientX - box.left) / box.width) * width,
      ((event.clientY - box.top) / box.height) * depth,
    ];
    setHeld(moved(held, px - AROUND, bay.depthM + AROUND - py));
  };
  const keys = (event: KeyboardEvent) => {
    const by: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, 1],
      ArrowDown: [0, -1],
    };
    const step = by[event.key];
    if (!step) return;
    event.preventDefault();
    onChange(moved(asked, bay.postX + step[0] * STEP_M, bay.postY + step[1] * STEP_M));
  };
  const post = held?.bay ?? bay;
  const { inlet, way } = need;
  return (
    <>
      <svg
        ref={svg}
        className="bay"
        viewBox={`0 0 ${width * SCALE} ${depth * SCALE}`}
        onPointerMove={drag}
        role="group"
        aria-label={`A bay of ${decimals(bay.widthM, 1)} by ${decimals(bay.depthM, 1)} m from above`}
      >
        <CarInBay asked={asked} need={need} x={x} y={y} />
        {!need.blocked && !held && (
          <polyline className="way" points={[...way, inlet].map((p) => `${x(p.x)},${y(p.y)}`).join(" ")} />
        )}
        <circle className="inlet" cx={x(inlet.x)} cy={y(inlet.y)} r={9}>
          <title>Inlet, {SPOT_WORDS[asked.body.inlet]}</title>
        </circle>
        <g
          className={need.blocked ? "post blocked" : "post"}
          tabIndex={0}
          role="slider"
          aria-label="Post or socket"
          aria-valuetext={`${decimals(post.postX, 1)} m across, ${decimals(post.postY, 1)} m into the bay`}
          aria-valuenow={post.postX}
          transform={`translate(${x(post.postX)} ${y(post.postY)})`}
          onKeyDown={keys}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setHeld(asked);
          }}
          onPointerUp={() => {
            if (held) onChange(held);
            setHeld(null);
          }}
          onPointerCancel={() => setHeld(null)}
        >
          <circle className="grip" r={26} />
          <rect x={-11} y={-11} width={22} height={22} rx={3} />
        </g>
        <text className="scale" x={x(0)} y={y(0) + 26}>
          {decimals(bay.widthM, 1)} m
        </text>
      </svg>
      <p className="quiet">
        Drag the post or socket (the square), or move it with the arrow keys. The dot is the inlet.
      </p>
    </>
  );
}

interface CarInBayProps extends Pick<Props, "asked" | "need"> {
  x(m: number): number;
  y(m: number): number;
}

/** The bay's lines and the car in it, its nose marked. */
function CarInBay({ asked: { bay }, need: { car, parked }, x, y }: CarInBayProps) {
  const noseAtHead = parked === "nose-in";
  return (
    <>
      <rect
        className="ground"
        x={x(0)}
        y={y(bay.depthM)}
        width={bay.widthM * SCALE}
        height={bay.depthM * SCALE}
      />
      <path className="lines" d={`M${x(0)} ${y(0)}V${y(bay.depthM)}H${x(bay.widthM)}V${y(0)}`} />
      <rect
        className="car"
        x={x(car.left)}
        y={y(car.far)}
        width={(car.right - car.left) * SCALE}
        height={(car.far - car.near) * SCALE}
        rx={22}
      />
      <path
        className="nose"
        d={
          noseAtHead
            ? `M${x(car.left) + 18} ${y(car.far) + 46}Q${x((car.left + car.right) / 2)} ${y(car.far) + 26} ${x(car.right) - 18} ${y(car.far) + 46}`
            : `M${x(car.left) + 18} ${y(car.near) - 46}Q${x((car.left + car.right) / 2)} ${y(car.near) - 26} ${x(car.right) - 18} ${y(car.near) - 46}`
        }
      />
      <text
        className="end"
        x={x((car.left + car.right) / 2)}
        y={noseAtHead ? y(car.far) + 78 : y(car.near) - 60}
      >
        nose
      </text>
    </>
  );
}
