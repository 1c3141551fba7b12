/** @jest-environment jsdom */
import { askEarly, HOUSEHOLD_KEPT_AS, lastHousehold, takeEarly } from "./early";

let rows: object[] = [];
const fetched: string[] = [];
beforeEach(() => {
  sessionStorage.clear();
  localStorage.clear();
  fetched.length = 0;
  rows = [];
  globalThis.fetch = ((address: string) => {
    fetched.push(address);
    return address.includes("broken")
      ? Promise.reject(new Error("off"))
      : Promise.resolve({ address, clone: () => ({ json: () => Promise.resolve(rows) }) });
  }) as never;
});
const keep = (storage: Storage, householdId: unknown) =>
  storage.setItem(HOUSEHOLD_KEPT_AS, JSON.stringify({ state: { householdId }, version: 0 }));

test("the household of this tab is the last one, else that of another tab; anything else is none", () => {
  expect(lastHousehold()).toBeNull();
  keep(localStorage, "elsewhere");
  expect(lastHousehold()).toBe("elsewhere");
  keep(sessionStorage, "here");
  expect(lastHousehold()).toBe("here");
  keep(sessionStorage, 5);
  expect(lastHousehold()).toBeNull();
  sessionStorage.setItem(HOUSEHOLD_KEPT_AS, "{ half");
  expect(lastHousehold()).toBeNull();
});

test("households and the last garage are asked for at once, and each answer is taken once", async () => {
  keep(localStorage, "fallow-quay");
  askEarly();
  expect(fetched).toEqual(["/api/households", "/api/households/fallow-quay/garage"]);
  expect(await takeEarly("/api/households")).toMatchObject({ address: "/api/households" });
  expect(takeEarly("/api/households")).toBeUndefined();
  expect(takeEarly("/api/households/larch-hollow/garage")).toBeUndefined();
  expect(await takeEarly("/api/households/fallow-quay/garage")).toBeDefined();
});

test("where no household is remembered the first that can be read is asked for once the list is there", async () => {
  rows = [
    { id: "unread", problems: [] },
    { id: "larch-hollow", spec: {} },
    { id: "fallow-quay", spec: {} },
  ];
  askEarly();
  expect(fetched).toEqual(["/api/households"]);
  await new Promise((resolve) => setTimeout(resolve));
  expect(fetched).toEqual(["/api/households", "/api/households/larch-hollow/garage"]);
});

test("with no household at all only the list is asked for, and a failure is told to whoever takes it", async () => {
  askEarly();
  await new Promise((resolve) => setTimeout(resolve));
  expect(fetched).toEqual(["/api/households"]);
  takeEarly("/api/households");
  keep(localStorage, "broken");
  askEarly();
  await expect(takeEarly("/api/households/broken/garage")).rejects.toThrow("off");
});
