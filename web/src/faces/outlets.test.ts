import { hasEarth, OUTLET_TYPE_IDS, outletType } from "@kettleback/core";
import { OUTLET_FACES } from "./outlets";

test("every socket's face has its live contacts, an earth where its type has one, inside the box", () => {
  for (const id of OUTLET_TYPE_IDS) {
    const { openings } = OUTLET_FACES[id];
    const count = (role: string) => openings.filter((o) => o.role === role).length;
    const three = Object.values(outletType(id).on)[0]!.tap === "three";
    const two = Object.values(outletType(id).on)[0]!.tap === "high" || id === "nema-10-30";
    expect([id, count("live")]).toEqual([id, three ? 3 : two ? 2 : 1]);
    expect([id, count("earth") > 0]).toEqual([id, hasEarth(id)]);
    for (const { x, y, w, h } of openings) {
      expect(Math.min(x - w / 2, y - h / 2)).toBeGreaterThanOrEqual(0);
      expect(Math.max(x + w / 2, y + h / 2)).toBeLessThanOrEqual(100);
    }
  }
});

test("IEC 60309: the earth sits at the type's hour, seen from the front (from memory)", () => {
  const earth = (id: "blue-16" | "blue-32-three" | "red-63") =>
    OUTLET_FACES[id].openings.find((o) => o.role === "earth")!;
  expect(earth("blue-16")).toMatchObject({ x: 50, y: 74 });
  expect(earth("red-63")).toMatchObject({ x: 50, y: 74 });
  expect(earth("blue-32-three")).toMatchObject({ x: 26, y: 50 });
});
