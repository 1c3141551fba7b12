/** @jest-environment jsdom */
import { api } from "./client";
import { outliving } from "./outliving";

const KIB = 1024;

/** Begins a write of so many characters. @returns whether it outlives its page, and how it ends */
function begin(body: string) {
  let [kept, end, fail]: [boolean | undefined, () => void, () => void] = [undefined, () => {}, () => {}];
  const done = outliving(body, (keepalive) => {
    kept = keepalive;
    return new Promise<void>((resolve, reject) => ([end, fail] = [resolve, reject]));
  });
  return { kept, end: () => (end(), done), fail: () => (fail(), done.catch(() => undefined)) };
}

test("writes outlive their page as long as all that are on their way are small enough together", async () => {
  const first = begin("x".repeat(40 * KIB));
  const second = begin("x".repeat(21 * KIB));
  const third = begin("x".repeat(20 * KIB));
  expect([first.kept, second.kept, third.kept]).toEqual([true, false, true]);
  await first.end();
  // The second took no room.
  const fourth = begin("x".repeat(40 * KIB));
  expect(fourth.kept).toBe(true);
  await Promise.all([second.end(), third.fail(), fourth.fail()]);
  // What failed gave its room back.
  const last = begin("x".repeat(60 * KIB));
  expect(last.kept).toBe(true);
  await last.end();
});

test("what counts are bytes as they are sent", async () => {
  const euros = begin("€".repeat(21 * KIB));
  expect(euros.kept).toBe(false);
  await euros.end();
});

test("what is changed goes in a request that outlives the page, what is read does not", async () => {
  const fetched = jest.fn((_: string, __: RequestInit) =>
    Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve([]) }),
  );
  Object.assign(globalThis, { fetch: fetched });
  await api.remove("home", "cars", { id: "c", version: 3, spec: null } as never);
  await api.households();
  expect(fetched.mock.calls).toEqual([
    [
      "/api/households/home/cars/c",
      {
        method: "DELETE",
        headers: { "Content-Type": "application/json" },
        body: '{"version":3}',
        keepalive: true,
      },
    ],
    ["/api/households", { method: "GET" }],
  ]);
  Reflect.deleteProperty(globalThis, "fetch");
});
