/** @jest-environment jsdom */
import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { api } from "../../api/client";
import { useNotices } from "../../stores/notices";
import { PointSettings } from "./PointSettings";

const asks = (settings: { key: string; readonly: boolean; value?: string }[]) =>
  jest.spyOn(api, "act").mockResolvedValue({ taken: true, said: "Accepted", settings });
const press = (name: string) => act(async () => void fireEvent.click(screen.getByRole("button", { name })));
const shown = () => render(<PointSettings household="home" id="post" name="Box" />);
beforeEach(() => jest.restoreAllMocks());

test("a unit's settings are asked for, what keeps it from being watched comes first, and they are put away again", async () => {
  const asked = asks([
    { key: "MeterValueSampleInterval", readonly: false, value: "0" },
    { key: "NumberOfConnectors", readonly: true, value: "1" },
    { key: "Odd", readonly: false },
  ]);
  shown();
  await press("Its settings");
  expect(asked).toHaveBeenCalledWith("home", "post", { act: "configuration" });
  expect(screen.getAllByRole("listitem").map(({ textContent }) => textContent)).toEqual([
    expect.stringMatching(/^It tells nothing while it charges/),
    expect.stringMatching(/no Current\.Import/),
    expect.stringMatching(/no Voltage/),
  ]);
  const rows = within(screen.getByRole("region", { name: "Settings of Box" })).getAllByRole("row");
  expect(rows.map(({ textContent }) => textContent)).toEqual([
    "MeterValueSampleInterval0",
    "NumberOfConnectors1 as built",
    "Odd–",
  ]);
  await press("Hide its settings");
  expect(screen.queryByRole("table")).toBeNull();
});

test("one that tells all that is needed is said to", async () => {
  asks([
    { key: "MeterValueSampleInterval", readonly: false, value: "60" },
    {
      key: "MeterValuesSampledData",
      readonly: false,
      value: "Energy.Active.Import.Register,Current.Import,Voltage",
    },
  ]);
  shown();
  await press("Its settings");
  expect(screen.getByRole("listitem").textContent).toBe("It tells all that is needed to watch it.");
});

test("one that does not answer is said, and can be asked again", async () => {
  jest.spyOn(api, "act").mockRejectedValue(new Error("The charge point did not answer in time."));
  shown();
  await press("Its settings");
  expect(useNotices.getState().notices[0]!.text).toContain("did not answer in time");
  expect(screen.getByRole("button", { name: "Its settings" })).toBeTruthy();
});
