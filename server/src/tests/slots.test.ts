import { Slots } from "../take/slots";

const never = new AbortController().signal;

test("of ten two go on at once, in the order they came, and one that fails gives its slot on", async () => {
  const slots = new Slots(2);
  const begun: number[] = [];
  let [now, most] = [0, 0];
  const work = (i: number) => async () => {
    begun.push(i);
    most = Math.max(most, ++now);
    await new Promise((resolve) => setTimeout(resolve, 5));
    now -= 1;
    if (i % 3 === 0) throw new Error(`${i}`);
    return i;
  };
  const ends = await Promise.allSettled(Array.from({ length: 10 }, (_, i) => slots.run(never, work(i))));
  expect([most, now, begun]).toEqual([2, 0, [0, 1, 2, 3, 4, 5, 6, 7, 8, 9]]);
  expect(ends.map(({ status }) => status === "fulfilled")).toEqual(
    Array.from({ length: 10 }, (_, i) => i % 3 !== 0),
  );
  expect(await slots.run(never, () => Promise.resolve("after"))).toBe("after");
});

test("what nobody waits for any more is not begun, and those behind it are", async () => {
  const slots = new Slots(1);
  const gone = new AbortController();
  let end = (): void => undefined;
  const first = slots.run(never, () => new Promise<void>((resolve) => (end = resolve)));
  const begun = jest.fn(() => Promise.resolve());
  const left = slots.run(gone.signal, begun);
  const behind = slots.run(never, () => Promise.resolve("behind"));
  gone.abort(new Error("it has gone"));
  end();
  await first;
  await expect(left).rejects.toThrow("it has gone");
  expect(await behind).toBe("behind");
  expect(begun).not.toHaveBeenCalled();
});
