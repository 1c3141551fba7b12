import { CONNECTOR_IDS, CONNECTORS } from "@kettleback/core";
import { FACES } from "./table";

test("every face has the contacts its current needs, each once, inside the box and apart from the others", () => {
  for (const id of CONNECTOR_IDS) {
    const { contacts } = FACES[id];
    const roles = contacts.map((c) => c.role);
    expect(new Set(contacts.map((c) => c.id)).size).toBe(contacts.length);
    if (CONNECTORS[id].current === "DC") expect(roles.filter((r) => r === "direct")).toHaveLength(2);
    else {
      expect(roles.filter((r) => r === "power")).toHaveLength(CONNECTORS[id].phases);
      expect(roles.filter((r) => r === "earth")).toHaveLength(1);
      expect(roles.filter((r) => r === "neutral")).toHaveLength(1);
    }
    contacts.forEach((a, i) => {
      expect(a.x - a.r).toBeGreaterThanOrEqual(0);
      expect(a.x + a.r).toBeLessThanOrEqual(100);
      expect(a.y + a.r).toBeLessThanOrEqual(120);
      for (const b of contacts.slice(i + 1))
        expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(a.r + b.r);
    });
  }
});

test("a combined inlet holds the AC face of its type", () => {
  const ids = (face: keyof typeof FACES) => FACES[face].contacts.map((c) => c.id);
  expect(ids("ccs2")).toEqual(expect.arrayContaining(ids("type2")));
  expect(ids("ccs1")).toEqual(expect.arrayContaining(ids("type1")));
});
