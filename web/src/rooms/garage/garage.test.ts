import { KINDS, SUPPLY_IDS } from "@kettleback/core";
import { DEMO_GARAGES, fallowQuay } from "@kettleback/core/demo";
import { blankOf } from "./blanks";
import { cardOf } from "./cards";
import type { EditableKind } from "./Editor";
import { groupsOf, parentChoices } from "./forms";
import { usedBy } from "./usedBy";

const EDITABLE = ["cars", "places", "outlets", "evses", "cables", "leads", "adapters", "fuelCars"] as const;

test.each(EDITABLE)("%s: a blank needs nothing but a name, on every supply system", (kind: EditableKind) => {
  for (const system of SUPPLY_IDS) {
    const parsed = KINDS[kind].schema.safeParse({ ...blankOf(kind, system), name: "New" });
    expect(parsed.error?.issues).toBeUndefined();
    expect(
      KINDS[kind].schema.safeParse(blankOf(kind, system)).error?.issues.map((i) => i.path.join(".")),
    ).toEqual(["name"]);
  }
});

test.each(EDITABLE)(
  "%s: every card says something whole, and every form has a name to type",
  (kind: EditableKind) => {
    for (const garage of DEMO_GARAGES) {
      for (const row of garage[kind]) {
        const { figure, lines } = cardOf(kind, row as never, garage);
        expect([figure, ...lines].join(" ")).not.toMatch(/undefined|NaN|mm2|\[object/);
      }
      const paths = groupsOf(kind).flatMap((g) => g.fields.map((f) => f.path));
      expect(paths).toContain("name");
      expect(new Set(paths).size).toBe(paths.length);
    }
  },
);

test("what a thing is used by: paths that name it and things that belong to it", () => {
  expect(usedBy(fallowQuay, "cars", "fq-dunlin")).toEqual([]);
  expect(usedBy(fallowQuay, "cars", "fq-plover")).toHaveLength(2);
  expect(usedBy(fallowQuay, "places", "fq-boathouse")).toEqual(["wall socket"]);
  expect(usedBy(fallowQuay, "outlets", "fq-ferry-bay")).toEqual(
    expect.arrayContaining(["Ferry rapid, left", "“Curlew on the ferry rapid, from 10 to 80 %”"]),
  );
});

test("a unit can be wired in only where there is no socket; a cable belongs to nothing", () => {
  const choices = parentChoices("evses", fallowQuay)!.choices.map((c) => c.value);
  expect(choices).toEqual(expect.arrayContaining(["fq-hall-bay", "fq-ferry-bay"]));
  expect(choices).not.toContain("fq-boathouse-socket");
  expect(parentChoices("cables", fallowQuay)).toBeNull();
});

test.each([
  ["split-phase", "type1", "nema-5-15", "j3400-ac"],
  ["208Y", "type1", "nema-5-15", "j3400-ac"],
  ["230/400", "type2", "cee-7", "type2"],
  ["it-230", "type2", "cee-7", "type2"],
  // Japan's sockets take the American plug, its cars Type 1.
  ["100/200", "type1", "nema-5-15", "j3400-ac"],
] as const)(
  "on %s a new unit ends in %s, a new lead in %s, and an adapter goes to %s",
  (system, plug, wall, to) => {
    expect(blankOf("evses", system)).toMatchObject({ output: { connector: plug } });
    expect(blankOf("leads", system)).toMatchObject({ plug: wall, socket: wall });
    expect(blankOf("adapters", system)).toMatchObject({ to });
  },
);
