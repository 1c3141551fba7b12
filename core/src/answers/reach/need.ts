import type { Metres } from "../../trade/units";
import { lengthOf, wayAround, type GroundBox, type GroundPoint } from "./around";
import { PARKED, type Parked, type ReachAsked } from "./setting";

/** How far a cable lies off the car's side on its way round it (m). */
const CLEAR_M = 0.15;

/** What a car in its bay asks of a cable. */
export interface Need {
  readonly parked: Parked;
  /** The car on the ground, its inlet, and what one charges from. */
  readonly car: GroundBox;
  readonly inlet: GroundPoint;
  readonly post: GroundPoint;
  /** The way on the ground from the post to beside the inlet. */
  readonly way: readonly GroundPoint[];
  readonly groundM: Metres;
  /** Down from the post and up to the inlet. */
  readonly upAndDownM: Metres;
  readonly slackM: Metres;
  /** All of it: the shortest cable that does. */
  readonly lengthM: Metres;
  /** The way goes round the car, not straight to its inlet. */
  readonly around: boolean;
  /** What one charges from stands where the car is: it cannot be parked so. */
  readonly blocked: boolean;
}

/** Where a car lies in its bay. */
function boxOf({ body, bay, headM, leftM }: ReachAsked): GroundBox {
  const left = leftM ?? (bay.widthM - body.widthM) / 2;
  const far = bay.depthM - headM;
  return { left, right: left + body.widthM, near: far - body.lengthM, far };
}

/** The inlet on the car's outline, and which way is out of it. */
function inletOf(
  { body }: ReachAsked,
  parked: Parked,
  car: GroundBox,
): { readonly at: GroundPoint; readonly out: GroundPoint } {
  const noseIn = parked === "nose-in";
  const middle = (car.left + car.right) / 2;
  const along = Math.min(body.inletFromEndM, body.lengthM / 2);
  // The driver's left is the bay's left where the nose points into it.
  if (body.inlet === "nose" || body.inlet === "tail") {
    const atHead = (body.inlet === "nose") === noseIn;
    const x = middle + (noseIn ? 1 : -1) * Math.min(body.inletFromEndM, body.widthM / 2);
    return { at: { x, y: atHead ? car.far : car.near }, out: { x: 0, y: atHead ? 1 : -1 } };
  }
  const [end, side] = body.inlet.split("-") as ["front" | "rear", "left" | "right"];
  const atHead = (end === "front") === noseIn;
  const onLeft = (side === "left") === noseIn;
  return {
    at: { x: onLeft ? car.left : car.right, y: atHead ? car.far - along : car.near + along },
    out: { x: onLeft ? -1 : 1, y: 0 },
  };
}

/** A point outside of a box, or the nearest one on its edge. */
function outOf({ left, right, near, far }: GroundBox, point: GroundPoint): GroundPoint {
  const { x, y } = point;
  if (x <= left || x >= right || y <= near || y >= far) return point;
  const edges: readonly GroundPoint[] = [
    { x: left, y },
    { x: right, y },
    { x, y: near },
    { x, y: far },
  ];
  const off = (edge: GroundPoint): number => Math.abs(edge.x - x) + Math.abs(edge.y - y);
  return edges.reduce((best, edge) => (off(edge) < off(best) ? edge : best));
}

/**
 * The length a cable needs: down from the post, on the ground round the car, up to the inlet, and some slack. Across a
 * bonnet or a boot no cable is led.
 * @example needOf(reachSchema.parse({})).lengthM // 7.6
 */
export function needOf(asked: ReachAsked, parked: Parked = asked.parked): Need {
  const car = boxOf(asked);
  const { at, out } = inletOf(asked, parked, car);
  const post: GroundPoint = { x: asked.bay.postX, y: asked.bay.postY };
  const clear: GroundBox = {
    left: car.left - CLEAR_M,
    right: car.right + CLEAR_M,
    near: car.near - CLEAR_M,
    far: car.far + CLEAR_M,
  };
  const inside = post.x > car.left && post.x < car.right && post.y > car.near && post.y < car.far;
  const beside: GroundPoint = { x: at.x + out.x * CLEAR_M, y: at.y + out.y * CLEAR_M };
  // From a post that stands closer to the car than a cable lies, it is led out first.
  const from = outOf(clear, post);
  const round = wayAround(from, beside, clear);
  const way = from === post ? round : [post, ...round];
  const groundM = lengthOf(way) + CLEAR_M;
  const upAndDownM = asked.bay.postHeightM + asked.body.inletHeightM;
  const slackM = asked.slack * (groundM + upAndDownM);
  return {
    parked,
    car,
    inlet: at,
    post,
    way,
    groundM,
    upAndDownM,
    slackM,
    lengthM: groundM + upAndDownM + slackM,
    around: way.length > 2,
    blocked: inside,
  };
}

/**
 * Both ways of parking, the one that needs the shorter cable first.
 * @example parkings(reachSchema.parse({}))[0].parked // "back-in"
 */
export const parkings = (asked: ReachAsked): readonly Need[] =>
  PARKED.map((parked) => needOf(asked, parked)).sort((a, b) => a.lengthM - b.lengthM);
