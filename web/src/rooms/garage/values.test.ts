import { KINDS, problemsOf, type Household } from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";
import type { EditableKind } from "./Editor";
import type { Values } from "./field";
import { groupsOf } from "./forms";
import { atField, specOf, valuesOf } from "./values";

const EDITABLE = ["cars", "places", "outlets", "evses", "cables", "leads", "adapters", "fuelCars"] as const;

test.each(EDITABLE)("%s: what a form shows and saves unchanged is what was kept", (kind: EditableKind) => {
  for (const garage of DEMO_GARAGES) {
    const household: Household = garage.household.spec;
    const groups = groupsOf(kind);
    for (const { spec } of garage[kind]) {
      const values = valuesOf(spec, groups, household.economyUnit);
      const back = KINDS[kind].schema.parse(specOf(values, groups, household.economyUnit, spec));
      expect(back).toEqual(KINDS[kind].schema.parse(spec));
    }
  }
});

const { cars, outlets } = DEMO_GARAGES[0]!;
const carGroups = groupsOf("cars");

test("numbers are typed in people's units and kept in canonical ones; an emptied one is missing, not zero", () => {
  const values: Values = {
    ...valuesOf(cars[0]!.spec, carGroups, "kWh/100 km"),
    "battery.usableWh": "40.5",
    whPerKm: "15.3",
  };
  const spec = specOf(values, carGroups, "kWh/100 km", cars[0]!.spec);
  expect(spec).toMatchObject({ battery: { usableWh: 40_500 }, whPerKm: 153 });
  expect(
    KINDS.cars.schema.safeParse(specOf({ ...values, whPerKm: "" }, carGroups, "kWh/100 km", {})).success,
  ).toBe(false);
});

test("a range is stated in the unit the person types", () => {
  // Judged by the schema itself: the range travels as data, whatever the sentence says.
  const wrong = structuredClone(cars[0]!.spec);
  wrong.battery.usableWh = 1;
  wrong.battery.acceptance![0]!.watts = 1;
  wrong.battery.acceptance![1]!.soc = 3;
  wrong.whPerKm = 1;
  wrong.charger.limits[0]!.amps = 500;
  const { error } = KINDS.cars.schema.safeParse(wrong);
  const at = (field: string) => {
    const problem = problemsOf(error!, KINDS.cars.schema).find((p) => p.field === field)!;
    return atField({ ...problem, message: problem.accepts ? "" : problem.message }, carGroups, "mi/kWh");
  };
  expect(at("battery.usableWh").message).toBe("accepted: 0.5 to 400 kWh");
  expect(at("whPerKm").message).toBe("accepted: 0.621 to 31.1 mi/kWh");
  expect(at("battery.acceptance.0.watts").message).toBe("accepted: 0.1 to 1,000 kW");
  expect(at("battery.acceptance.1.soc").message).toBe("accepted: 0 to 100 %");
  expect(at("charger.limits.0.amps").field).toBe("charger.limits");
});

test("a unit that becomes another kind takes nothing along that its kind does not have", () => {
  const groups = groupsOf("evses");
  const { spec } = DEMO_GARAGES[0]!.evses[1]!;
  const as = (kind: string, more: Values = {}) =>
    KINDS.evses.schema.safeParse(
      specOf({ ...valuesOf(spec, groups, "Wh/km"), kind, ...more }, groups, "Wh/km", spec),
    );
  expect(as("wallbox").error?.issues).toBeUndefined();
  expect(as("portable", { knowsPlugs: false }).data).toMatchObject({ knowsPlugs: false });
  expect(as("rapid").error?.issues.map((i) => i.path.join("."))).toContain("maxW");
});

test("unticking the known run drops it whole", () => {
  const groups = groupsOf("outlets");
  const { spec } = outlets[0]!;
  const values = { ...valuesOf(spec, groups, "Wh/km"), "circuit.run": false };
  expect(specOf(values, groups, "Wh/km", spec)).not.toHaveProperty("circuit.run");
});
