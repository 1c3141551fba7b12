import type { OutletTypeId } from "./table";

/** How people call an outlet type, and by what its face is told from others. */
export interface Everyday {
  readonly called: string;
  readonly face: string;
}

const RING_OF_FIVE = "five round holes in a ring";

/** Outlet types as people know them (names by common practice, faces by the types' standards, from memory). */
const EVERYDAY: Readonly<Record<OutletTypeId, Everyday>> = {
  "nema-5-15": { called: "ordinary receptacle", face: "two upright slots over a round hole" },
  "nema-5-20": { called: "20 A receptacle", face: "as the ordinary one, the left slot a lying T" },
  "nema-tt-30": {
    called: "RV outlet, 30 A, 120 V",
    face: "two slanted slots over a round hole; only 120 V, large as it is",
  },
  "nema-6-20": {
    called: "air conditioner outlet, 240 V",
    face: "a lying and an upright slot over a round hole",
  },
  "nema-10-30": {
    called: "old dryer outlet, three slots",
    face: "two slanted slots over an L; no round hole, so no earth",
  },
  "nema-14-30": {
    called: "dryer outlet, four openings",
    face: "two upright slots, a round hole above, an L below",
  },
  "nema-6-50": {
    called: "welder outlet",
    face: "two upright slots over a round hole, much larger than ordinary",
  },
  "nema-14-50": {
    called: "range or RV outlet, 50 A",
    face: "two upright slots, a round hole above, a straight slot below",
  },
  bs1363: { called: "three-pin socket (type G)", face: "three oblong holes, the upper one upright" },
  "cee-7": { called: "wall socket", face: "two round holes in a round well; earth as clips or as a pin" },
  "as3112-10": {
    called: "ordinary socket, 10 A",
    face: "two slanted slots over an upright one, all of one size",
  },
  "as3112-15": { called: "15 A socket", face: "as the ordinary one, with a wider slot for the earth" },
  "type-j": { called: "wall socket (type J)", face: "three round holes, the middle one a little lower" },
  "type-l": { called: "wall socket, 16 A (type L)", face: "three round holes in one line" },
  "type-d": {
    called: "small round-pin socket, 6 A",
    face: "three round holes in a triangle, the upper one larger",
  },
  "type-m": {
    called: "large round-pin socket, 15 or 16 A",
    face: "as the small one, every hole larger and further apart",
  },
  "as3123-20": { called: "workshop socket, 20 A", face: "three round holes in a ring" },
  "as3123-20-three": { called: "three-phase socket, 20 A", face: RING_OF_FIVE },
  "as3123-32-three": { called: "three-phase socket, 32 A", face: RING_OF_FIVE },
  "as3123-40-three": { called: "three-phase socket, 40 A", face: RING_OF_FIVE },
  "blue-16": { called: "blue camping socket, 16 A", face: "blue, three round holes, the key below" },
  "blue-32": { called: "blue socket, 32 A", face: "as the 16 A one, as wide as a fist" },
  "blue-16-three": {
    called: "blue three-phase socket, 16 A",
    face: "blue, four round holes, the largest at nine o’clock",
  },
  "blue-32-three": { called: "blue three-phase socket, 32 A", face: "as the 16 A one, as wide as a fist" },
  "red-16": { called: "red three-phase socket, 16 A", face: "red, five round holes, the key below" },
  "red-32": { called: "red three-phase socket, 32 A", face: "as the 16 A one, as wide as a fist" },
  "red-63": {
    called: "red three-phase socket, 63 A",
    face: "as the 32 A one, larger still, with a pilot pin in the middle",
  },
};

/** Outlets that usually have a switch of their own beside them (from memory). */
const SWITCHED: readonly OutletTypeId[] = [
  "bs1363",
  "as3112-10",
  "as3112-15",
  "as3123-20",
  "as3123-20-three",
  "as3123-32-three",
  "as3123-40-three",
  "type-d",
  "type-m",
];

/**
 * Whether outlets of a type usually have a switch of their own.
 * @example hasSwitch("bs1363") // true
 */
export const hasSwitch = (id: OutletTypeId): boolean => SWITCHED.includes(id);

/**
 * How people call an outlet type, and what its face looks like.
 * @example everydayOf("nema-10-30").called // "old dryer outlet, three slots"
 */
export const everydayOf = (id: OutletTypeId): Everyday => EVERYDAY[id];
