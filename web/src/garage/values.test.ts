import { KINDS, type Household } from "@kettleback/core";
import { DEMO_GARAGES } from "@kettleback/core/demo";
import type { EditableKind } from "./Editor";
import type { Values } from "./field";
import { groupsOf } from "./fields";
import { atField, specOf, valuesOf } from "./values";

const EDITABLE = ["cars", "places", "outlets", "units", "cables", "leads", "adapters", "tariffs"] as const;

test.each(EDITABLE)("%s: what a form shows and saves unchanged is what was kept", (kind: EditableKind) => {
  for (const garage of DEMO_GARAGES) {
    const household: Household = garage.household.spec;
    const groups = groupsOf(kind, household);
    for (const { spec } of garage[kind]) {
      const values = valuesOf(spec, groups, household.economyUnit);
      const back = KINDS[kind].schema.parse(specOf(values, groups, household.economyUnit, spec));
      expect(back).toEqual(KINDS[kind].schema.parse(spec));
    }
  }
});

const { household, cars, outlets } = DEMO_GARAGES[0]!;
const carGroups = groupsOf("cars", household.spec);

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
  const at = (field: string, message: string) => atField({ field, message }, carGroups, "mi/kWh").message;
  expect(at("battery.usableWh", "accepted: 500 to 400,000 Wh")).toBe("accepted: 0.5 to 400 kWh");
  expect(at("whPerKm", "accepted: 20 to 1,000 Wh/km")).toBe("accepted: 0.621 to 31.1 mi/kWh");
  expect(
    atField({ field: "charger.limits.0.amps", message: "accepted: 6 to 80 A" }, carGroups, "mi/kWh").field,
  ).toBe("charger.limits");
});

test("unticking the known run drops it whole", () => {
  const groups = groupsOf("outlets", household.spec);
  const { spec } = outlets[0]!;
  const values = { ...valuesOf(spec, groups, "Wh/km"), "circuit.run": false };
  expect(specOf(values, groups, "Wh/km", spec)).not.toHaveProperty("circuit.run");
});
