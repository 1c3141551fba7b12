import { roomAt, ROOMS } from "./rooms";

test.each([
  ["/", "Path"],
  ["/path", "Path"],
  ["/line-up/table", "Line-up"],
  ["/money/lead", "Money"],
  ["/garage/cars", "Garage"],
  ["/households", "Households"],
  ["/pathology", undefined],
  ["/nowhere", undefined],
])("%s is in %s", (address, name) => {
  expect(roomAt(address)?.name).toBe(name);
});

test("no two rooms share an address, and the header has those where people go to and fro", () => {
  expect(new Set(ROOMS.map(({ at }) => at)).size).toBe(ROOMS.length);
  expect(ROOMS.filter(({ inHeader }) => inHeader).map(({ name }) => name)).toEqual([
    "Garage",
    "Path",
    "Line-up",
    "Money",
    "Week",
    "Install",
    "Away",
    "Log",
  ]);
});
