/** The demo's charge point: whose it is, how its stand-in comes in, and the path of the demo it charges over. */
export const DEMO_CHARGE_POINT = {
  household: "fallow-quay",
  id: "fq-hall-point",
  identity: "hall-post",
  password: "turnstones-turn-stones",
  pathId: "fq-path-curlew-hall",
} as const;

/** The path of the demo at whose outlet a meter hangs. */
export const DEMO_METERED_PATH = "fq-path-plover-night";

/** The point of the demo's public network at which a car of the demo is charged, and the path it is charged over. */
export const DEMO_RAPID = { household: "fallow-quay", uid: "ferry-2", pathId: "fq-path-ferry" } as const;
