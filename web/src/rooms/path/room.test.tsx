/** @jest-environment jsdom */
import { act, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import { pathOf, stepTable } from "@kettleback/core";
import { writeAs } from "../../format/manner";
import { answerOf } from "../../jobs/answer";
import { useSolve } from "../../jobs/store";
import { draftOf } from "../../stores/draft";
import { useGarage } from "../../stores/garage";
import { plainAnswered, plainGarage, type PlainAsked } from "../../tests/plain";
import PathScreen from "./PathScreen";

jest.mock("react-chartjs-2", () => ({ Line: () => null, Bar: () => null, Chart: () => null }));

/** Views come on demand: until the one that was pressed for is there. */
const press = (name: string) => act(async () => void fireEvent.click(screen.getByRole("button", { name })));

beforeEach(() => {
  writeAs({});
  localStorage.clear();
  document.documentElement.dataset.bsTheme = "light";
  useSolve.setState({ answered: null, standing: null, aside: null, open: null });
  useGarage.setState({ garage: null });
});

describe("the Path", () => {
  const shown = (asked: PlainAsked = {}) => {
    const answered = plainAnswered(asked);
    useGarage.setState({ garage: answered.garage });
    useSolve.setState({ answered, standing: answered });
    const { container } = render(<PathScreen garage={answered.garage} />, { wrapper: MemoryRouter });
    return container;
  };

  test("its lower views take turns: the clock first, where it goes, the steps", async () => {
    shown();
    const views = screen.getByRole("group", { name: "Views of the session" });
    const pressed = () =>
      within(views)
        .getAllByRole("button")
        .map((b) => b.getAttribute("aria-pressed"));
    expect([pressed(), screen.queryByLabelText("Table of losses")]).toEqual([
      ["true", "false", "false", "false", "false"],
      null,
    ]);
    await press("Where it goes");
    expect(await screen.findByLabelText("Table of losses")).toBeDefined();
    await press("Current steps");
    await waitFor(() => expect(screen.queryByLabelText("Table of losses")).toBeNull());
    // They wait for the worker, which answers nobody here: then for what it says.
    const { answered } = useSolve.getState();
    if (answered?.kind !== "charging") throw new Error("the plain path charges");
    const steps = stepTable(pathOf(answered.plan), answered.plan.session, answered.solution.clock.departure);
    act(() =>
      useSolve.setState({
        aside: { plan: answered.plan, clock: answered.solution.clock, rungs: [], steps, cheaper: null },
      }),
    );
    expect(await screen.findByLabelText("Table of current steps")).toBeDefined();
    expect([pressed(), screen.queryByLabelText("Table of losses")]).toEqual([
      ["false", "false", "true", "false", "false"],
      null,
    ]);
    await press("The clock");
    expect(pressed()).toEqual(["true", "false", "false", "false", "false"]);
    expect(screen.queryByLabelText("Table of current steps")).toBeNull();
  });

  test("an answer opens to its working, which follows the answer, and closes", async () => {
    shown();
    const answer = () => screen.getByRole("button", { name: /^Into the battery/ });
    await act(async () => void fireEvent.click(answer()));
    const panel = (await screen.findByRole("heading", { name: "Into the battery: the working" })).closest(
      "div",
    )!;
    expect([answer().getAttribute("aria-expanded"), panel.textContent]).toEqual([
      "true",
      expect.stringContaining("current on each phase: 10 A"),
    ]);
    const slower = {
      ...plainAnswered({ settings: { carAmps: 8 } }),
      garage: useSolve.getState().answered!.garage,
    };
    act(() => useSolve.setState({ answered: slower, standing: slower }));
    expect(panel.textContent).toContain("current on each phase: 8 A");
    await press("Close");
    expect([answer().getAttribute("aria-expanded"), screen.queryByText(/the working/)]).toEqual([
      "false",
      null,
    ]);
  });

  test("the narrowest link is looked at first, another by its number key, none while a figure is typed", async () => {
    shown();
    const looked = () => within(screen.getByLabelText("Selected link")).getByRole("heading").textContent;
    expect(looked()).toBe("2. box");
    fireEvent.keyDown(window, { key: "1" });
    expect(looked()).toMatch(/^1\. /);
    fireEvent.keyDown(window, { key: "9" });
    expect(looked()).toMatch(/^1\. /);
    fireEvent.keyDown(window, { key: "2", ctrlKey: true });
    expect(looked()).toMatch(/^1\. /);
    fireEvent.keyDown(screen.getByLabelText(/^Charge from|start/i, { selector: "input" }), { key: "2" });
    expect(looked()).toMatch(/^1\. /);
  });

  test("what cannot be asked is named, over the answer as it was, which cannot be used", async () => {
    const { garage } = plainAnswered();
    const standing = plainAnswered();
    const draft = draftOf(garage.paths[0]!.spec, "path");
    const answered = answerOf(garage, { ...draft, session: { ...draft.session, toSoc: 1.4 } });
    useGarage.setState({ garage });
    useSolve.setState({ answered, standing: { ...standing, garage } });
    render(<PathScreen garage={garage} />, { wrapper: MemoryRouter });
    expect(screen.getByRole("alert").textContent).toMatch(/0 to 100 %|0 to 1/);
    expect(document.querySelector(".as-before")!.hasAttribute("inert")).toBe(true);
    expect(document.querySelector(".as-before")!.textContent).toMatch(/^As it was before that change:/);
  });

  test("a figure out of its range and back leaves one answer standing, made inert meanwhile", async () => {
    const { garage } = plainAnswered();
    const standing = plainAnswered();
    const draft = draftOf(garage.paths[0]!.spec, "path");
    useGarage.setState({ garage });
    const unsound = answerOf(garage, { ...draft, session: { ...draft.session, toSoc: 1.4 } });
    const sound = answerOf(garage, draft);
    useSolve.setState({ answered: sound, standing: { ...standing, garage } });
    render(<PathScreen garage={garage} />, { wrapper: MemoryRouter });
    const bench = document.querySelector(".bench")!;
    expect(bench.closest("[inert]")).toBeNull();
    await act(async () => useSolve.setState({ answered: unsound }));
    expect(document.querySelector(".bench")).toBe(bench);
    expect(bench.closest("[inert]")).not.toBeNull();
    await act(async () => useSolve.setState({ answered: sound }));
    expect(document.querySelector(".bench")).toBe(bench);
    expect(bench.closest("[inert]")).toBeNull();
  });

  test("with nothing to plug in it says what is missing, and where to add it", () => {
    const garage = { ...plainGarage(), cars: [], paths: [] };
    render(<PathScreen garage={garage} />, { wrapper: MemoryRouter });
    expect(screen.getByRole("link", { name: /Add them in the Garage/ }).getAttribute("href")).toBe("/garage");
  });
});
