import type { OutletTypeId } from "../../trade/outlets";
import type { SupplyId, Tap } from "../../trade/supply";
import type { Amps } from "../../trade/units";

/** One way of a start set, before it meets a household. */
export type StartWay =
  | {
      readonly at: "socket";
      readonly name: string;
      readonly type: OutletTypeId;
      readonly breakerAmps: Amps;
      /** What the unit is set to or made for. */
      readonly amps: Amps;
    }
  | {
      readonly at: "wired";
      readonly name: string;
      readonly kind: "wallbox" | "post";
      readonly system?: SupplyId;
      readonly tap: Tap;
      readonly breakerAmps: Amps;
      readonly phases: 1 | 3;
      readonly amps: Amps;
    }
  | { readonly at: "rapid"; readonly name: string; readonly kW: number; readonly amps: Amps };

const socket = (name: string, type: OutletTypeId, breakerAmps: Amps, amps: Amps): StartWay => ({
  at: "socket",
  name,
  type,
  breakerAmps,
  amps,
});
const wired = (
  kind: "wallbox" | "post",
  name: string,
  tap: Tap,
  phases: 1 | 3,
  amps: Amps,
  breakerAmps: Amps,
  system?: SupplyId,
): StartWay => ({ at: "wired", name, kind, tap, breakerAmps, phases, amps, ...(system ? { system } : {}) });
const rapid = (kW: number, amps: Amps): StartWay => ({ at: "rapid", name: `Rapid, ${kW} kW`, kW, amps });

const RAPID = [rapid(50, 125), rapid(150, 375), rapid(350, 500)];

const NORTH_AMERICA: readonly StartWay[] = [
  socket("Receptacle at 8 A", "nema-5-15", 15, 8),
  socket("Receptacle at 12 A", "nema-5-15", 15, 12),
  socket("20 A receptacle at 16 A", "nema-5-20", 20, 16),
  socket("Dryer outlet at 24 A", "nema-14-30", 30, 24),
  socket("14-50 outlet at 32 A", "nema-14-50", 50, 32),
  socket("14-50 outlet at 40 A", "nema-14-50", 50, 40),
  wired("wallbox", "Wallbox, 48 A", "high", 1, 48, 60),
  wired("wallbox", "Wallbox, 80 A", "high", 1, 80, 100),
  wired("post", "208 V public post, 32 A", "high", 1, 32, 40, "208Y"),
  ...RAPID,
];

/** Where the wall socket of the region goes in: its own type stands in for this one. */
export const WALL_SOCKET: OutletTypeId = "cee-7";

const wallSockets = [6, 8, 10, 13].map((amps) => socket(`Wall socket at ${amps} A`, WALL_SOCKET, 16, amps));

const EUROPE: readonly StartWay[] = [
  ...wallSockets,
  socket("Blue 16 A socket", "blue-16", 16, 16),
  socket("Blue 32 A socket", "blue-32", 32, 32),
  wired("wallbox", "Wallbox, 1 × 16 A", "single", 1, 16, 20),
  wired("wallbox", "Wallbox, 1 × 32 A", "single", 1, 32, 40),
  wired("wallbox", "Wallbox, 3 × 16 A", "three", 3, 16, 20),
  wired("wallbox", "Wallbox, 3 × 32 A", "three", 3, 32, 40),
  socket("Red 16 A socket", "red-16", 16, 16),
  socket("Red 32 A socket", "red-32", 32, 32),
  wired("post", "Public post, 11 kW", "three", 3, 16, 20),
  wired("post", "Public post, 22 kW", "three", 3, 32, 40),
  ...RAPID,
];

/** Where the wall socket is an AS/NZS 3112: its 15 A sister, which takes the 10 A plug too, before any other. */
const AUSTRALIA: readonly StartWay[] = [
  ...wallSockets,
  socket("15 A socket at 15 A", "as3112-15", 20, 15),
  ...EUROPE.filter((entry) => entry.at !== "socket" || entry.type === "blue-32"),
];

const WITHOUT_NEUTRAL: readonly StartWay[] = [
  ...wallSockets,
  socket("Blue 16 A socket", "blue-16", 16, 16),
  socket("Blue 32 A socket", "blue-32", 32, 32),
  socket("Blue 32 A socket, three-phase", "blue-32-three", 32, 32),
  wired("wallbox", "Wallbox, 1 × 16 A", "single", 1, 16, 20),
  wired("wallbox", "Wallbox, 1 × 32 A", "single", 1, 32, 40),
  wired("wallbox", "Wallbox, 3 × 32 A", "three", 3, 32, 40),
  ...RAPID,
];

const JAPAN: readonly StartWay[] = [
  socket("100 V socket at 6 A", "nema-5-15", 15, 6),
  socket("100 V socket at 12 A", "nema-5-15", 15, 12),
  socket("200 V socket at 16 A", "nema-6-20", 20, 16),
  wired("wallbox", "Wallbox, 200 V 30 A", "high", 1, 30, 40),
  wired("post", "Public post, 200 V 30 A", "high", 1, 30, 40),
  rapid(50, 125),
  rapid(150, 375),
];

/** Start sets of households whose wall socket says more than their supply. */
export const SETS_BY_SOCKET: Readonly<Partial<Record<OutletTypeId, readonly StartWay[]>>> = {
  "as3112-10": AUSTRALIA,
  "as3112-15": AUSTRALIA,
};

/** The ways people compare, by the supply of the house. */
export const START_SETS: Readonly<Record<SupplyId, readonly StartWay[]>> = {
  "split-phase": NORTH_AMERICA,
  "208Y": NORTH_AMERICA.filter((entry) => entry.at !== "wired" || entry.amps <= 48),
  "230/400": EUROPE,
  "it-230": WITHOUT_NEUTRAL,
  "100/200": JAPAN,
};
