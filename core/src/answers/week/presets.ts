import type { Day, Drive } from "./pattern";

/** Weeks people have, to start from. */
export type PresetId =
  "commuter" | "far-commuter" | "school-run" | "shifts" | "weekend-away" | "retired" | "delivery";

const drive = (leave: string, back: string, km: number, more: Partial<Drive> = {}): Drive => ({
  leave,
  back,
  km,
  stands: "nowhere",
  ...more,
});
const day = (...drives: Drive[]): Day => ({ drives, home: "home" });
const AT_HOME = day();
const working = (each: Day, saturday: Day, sunday: Day): readonly Day[] => [
  each,
  each,
  each,
  each,
  each,
  saturday,
  sunday,
];

const RUN_AND_SHOP = day(drive("08:20", "09:00", 9), drive("14:50", "15:50", 14));
const NIGHT_SHIFT = day(drive("21:15", "06:40", 46));
const ROUND = day(drive("06:30", "13:10", 120), drive("14:00", "18:20", 70));

/** Weeks people have, Monday first. Distances there and back, of our own making: a start to change, not a statistic. */
export const PRESETS: Readonly<Record<PresetId, { readonly name: string; readonly days: readonly Day[] }>> = {
  commuter: {
    name: "Commuter",
    days: working(
      day(drive("07:40", "17:50", 44)),
      day(drive("10:00", "13:30", 36)),
      day(drive("14:00", "17:00", 22)),
    ),
  },
  "far-commuter": {
    name: "Far commuter",
    days: working(day(drive("06:20", "18:40", 132)), day(drive("10:30", "12:00", 24)), AT_HOME),
  },
  "school-run": {
    name: "School run",
    days: working(RUN_AND_SHOP, day(drive("09:30", "12:00", 28)), day(drive("15:00", "17:30", 18))),
  },
  shifts: {
    name: "Night shifts",
    days: [
      NIGHT_SHIFT,
      NIGHT_SHIFT,
      NIGHT_SHIFT,
      AT_HOME,
      day(drive("13:10", "22:50", 46)),
      day(drive("13:10", "22:50", 46)),
      AT_HOME,
    ],
  },
  "weekend-away": {
    name: "Weekend away",
    days: [
      day(drive("08:10", "17:20", 26)),
      day(drive("08:10", "17:20", 26)),
      day(drive("08:10", "17:20", 26)),
      day(drive("08:10", "17:20", 26)),
      day(drive("08:10", "15:30", 26), drive("16:30", "19:40", 310, { nights: 2 })),
      AT_HOME,
      AT_HOME,
    ],
  },
  retired: {
    name: "Retired",
    days: [
      day(drive("10:10", "12:00", 12)),
      AT_HOME,
      day(drive("10:10", "12:00", 12)),
      day(drive("13:30", "18:00", 58)),
      day(drive("10:10", "12:00", 12)),
      AT_HOME,
      day(drive("11:00", "16:30", 64)),
    ],
  },
  delivery: { name: "Delivery round", days: working(ROUND, day(drive("07:00", "12:30", 95)), AT_HOME) },
};
