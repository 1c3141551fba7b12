/** The demo's charge point: whose it is, how its stand-in comes in, and the path of the demo it charges over. */
export const DEMO_CHARGE_POINT = {
  household: "fallow-quay",
  id: "fq-hall-point",
  identity: "hall-post",
  password: "turnstones-turn-stones",
  pathId: "fq-path-curlew-hall",
} as const;
