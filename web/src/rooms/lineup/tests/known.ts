import { cellOf, clockOfLineup, type Cell, type DistanceUnit, type Way } from "@kettleback/core";
import { fallowQuay } from "@kettleback/core/demo";
import type { SolvedLineup } from "../../../jobs/lineup";
import { lineupDraftOf, type LineupDraft } from "../../../stores/lineup";
import { bay, flat, plain, post, rapid } from "../../../tests/plain";
import type { ViewProps } from "../view";

const base = {
  lead: null,
  cable: null,
  adapter: null,
  settings: { evseAmps: null, carAmps: null, otherBusy: false },
  followsCar: false,
  place: null,
  buy: [],
};
const WAYS: readonly Way[] = [
  { ...base, name: "Slow", outlet: bay(16), evse: post(10), tariff: flat(0.2) },
  {
    ...base,
    name: "Fast",
    outlet: bay(40),
    evse: post(30),
    tariff: flat(0.3),
    buy: [{ what: "box", price: 800 }],
  },
  {
    ...base,
    name: "Rapid",
    outlet: { ...bay(200), tap: "three" } as Way["outlet"],
    evse: rapid,
    tariff: flat(0.6),
    place: { name: "Rapid", limitMinutes: 6 },
  },
];

function solved(unit: DistanceUnit, change: Partial<LineupDraft> = {}): SolvedLineup {
  const household = { ...fallowQuay.household.spec, distanceUnit: unit };
  const garage = { ...fallowQuay, household: { ...fallowQuay.household, spec: household } };
  const draft: LineupDraft = {
    ...lineupDraftOf(
      {
        name: "known",
        session: {
          fromSoc: 0.7,
          toSoc: 0.8,
          pluggedInAt: "2026-11-23T18:00",
          neededBy: "22:00",
          batteryC: null,
          heatingW: 0,
        },
        stayHours: 4,
        dayKm: 100,
        cars: [plain],
        ways: WAYS.map((way, i) => ({ ...way, id: `w${i}` })),
        baseline: "w0",
      },
      null,
    ),
    ...change,
  };
  const open = {
    household,
    session: draft.session,
    stayHours: 4,
    dayKm: 100,
    cars: [{ key: "plain", car: plain }],
    ways: draft.ways.map((saved, i) => ({ id: saved.id, saved, way: WAYS[i]!, gone: [] })),
    baseline: draft.baseline,
  };
  const clock = clockOfLineup(open);
  const cells = WAYS.map((way): Cell[] => [cellOf(open, plain, way, clock)]);
  return {
    garage,
    draft,
    open,
    clock,
    problems: [],
    repeated: [],
    cells,
    byCar: [cells.map(([cell]) => cell!)],
    done: 3,
    all: 3,
  };
}
export const propsOf = (unit: DistanceUnit, change: Partial<ViewProps> = {}): ViewProps => ({
  garage: solved(unit).garage,
  solved: solved(unit),
  whole: solved(unit),
  selected: 0,
  onSelect: () => undefined,
  onChange: () => undefined,
  onView: () => undefined,
  ...change,
});
