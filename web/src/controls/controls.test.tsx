/** @jest-environment jsdom */
import { useState } from "react";
import { act, fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
import { Button } from "./Button";
import { PhasesSelect, type KnownPhases } from "./PhasesSelect";
import { namedOptions, optionsOf, Select } from "./Select";
import { TextInput } from "./TextInput";
import { Tick } from "./Tick";
import { TitleInput } from "./TitleInput";
import { viewAt, Views } from "./Views";

const pick = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const texts = () => screen.getAllByRole<HTMLOptionElement>("option").map(({ text }) => text);

describe("a select", () => {
  test("gives the very value that was picked, a number where they are numbers", () => {
    const seen: unknown[] = [];
    render(
      <Select says="Amps" value={16} onChange={(amps) => seen.push(amps)} options={optionsOf([6, 16, 32])} />,
    );
    expect(texts()).toEqual(["6", "16", "32"]);
    pick("Amps", "32");
    pick("Amps", "6");
    expect(seen).toEqual([32, 6]);
  });

  test("names its values, groups them, marks what cannot be picked and what is wrong", () => {
    render(
      <Select
        label="Outlet"
        wrong
        value="b"
        onChange={() => undefined}
        options={[
          ...namedOptions({ a: "first", b: "second" }),
          { group: "others", options: [{ value: "c", text: "third", disabled: true }] },
        ]}
      />,
    );
    expect(texts()).toEqual(["first", "second", "third"]);
    expect(screen.getAllByRole<HTMLOptionElement>("option").map(({ disabled }) => disabled)).toEqual([
      false,
      false,
      true,
    ]);
    expect(screen.getByRole("group", { name: "others" }).textContent).toBe("third");
    expect(screen.getByLabelText("Outlet").getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByLabelText<HTMLSelectElement>("Outlet").value).toBe("b");
  });

  test("of phases: not known is an answer like any other", () => {
    const seen: KnownPhases[] = [];
    render(<PhasesSelect value={3} unknown="no idea" onChange={(phases) => seen.push(phases)} />);
    expect(texts()).toEqual(["no idea", "one phase", "two phases", "three phases"]);
    pick("Phases of the charger", "");
    pick("Phases of the charger", "2");
    expect(seen).toEqual([undefined, 2]);
  });
});

test("a line offers what may be chosen, and takes what is typed as well", () => {
  const seen: string[] = [];
  render(
    <TextInput says="Currency" value="" choices={["EUR", "CAD"]} onChange={(text) => seen.push(text)} />,
  );
  const field = screen.getByLabelText<HTMLInputElement>("Currency");
  expect([...field.list!.options].map(({ value }) => value)).toEqual(["EUR", "CAD"]);
  fireEvent.change(field, { target: { value: "XTS" } });
  expect(seen).toEqual(["XTS"]);
});

test("a tick says whether it is so, and is pressed by its words", () => {
  const seen: boolean[] = [];
  render(
    <Tick checked={false} onChange={(on) => seen.push(on)}>
      it is so
    </Tick>,
  );
  fireEvent.click(screen.getByText("it is so"));
  expect(seen).toEqual([true]);
});

test("a title is taken once it is left; one that is not taken goes back to what it was", () => {
  const seen: string[] = [];
  function Titled() {
    const [name, setName] = useState("old");
    return (
      <TitleInput
        label="Name"
        value={name}
        onName={(typed) => {
          seen.push(typed);
          if (typed !== "") setName(typed);
        }}
      />
    );
  }
  render(<Titled />);
  const field = screen.getByLabelText<HTMLInputElement>("Name");
  const type = (text: string) => fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
  type("new");
  expect([field.value, seen]).toEqual(["new", []]);
  fireEvent.blur(field);
  expect([field.value, seen]).toEqual(["new", ["new"]]);
  type("");
  fireEvent.blur(field);
  expect([field.value, seen]).toEqual(["new", ["new", ""]]);
});

describe("views", () => {
  const VIEWS = [
    { id: "one", name: "First" },
    { id: "two", name: "Second" },
  ];

  test("each has its address, and the one in view is marked", () => {
    render(<Views label="Views" base="/room" views={VIEWS} view="two" />, { wrapper: MemoryRouter });
    expect(
      screen
        .getAllByRole("link")
        .map((link) => [link.getAttribute("href"), link.getAttribute("aria-current")]),
    ).toEqual([
      ["/room/one", null],
      ["/room/two", "page"],
    ]);
  });

  test("an address without one means the first; one of no view's name means none", () => {
    expect([undefined, "two", "three"].map((wanted) => viewAt(VIEWS, wanted)?.id)).toEqual([
      "one",
      "two",
      undefined,
    ]);
  });
});

describe("a button that asks the server", () => {
  test("is busy until the answer comes and is not asked twice; then it may be pressed again", async () => {
    const answers: (() => void)[] = [];
    const asks = () => new Promise<void>((resolve) => answers.push(resolve));
    render(<Button asks={asks}>Save</Button>);
    const button = screen.getByRole("button", { name: "Save" });
    fireEvent.click(button);
    fireEvent.click(button);
    expect(answers).toHaveLength(1);
    expect(button.getAttribute("aria-busy")).toBe("true");
    await act(async () => answers[0]!());
    expect(button.getAttribute("aria-busy")).toBe("false");
    fireEvent.click(button);
    expect(answers).toHaveLength(2);
  });
});

test("a name that stops at its most characters says so, and takes it back; a currency need not", () => {
  render(
    <>
      <TextInput label="Name" maxLength={80} value="" onChange={() => undefined} />
      <TextInput label="Currency" maxLength={3} value="" onChange={() => undefined} />
    </>,
  );
  const type = (label: string, value: string) =>
    fireEvent.input(screen.getByLabelText(label), { target: { value } });
  type("Currency", "EUR");
  type("Name", "a".repeat(79));
  expect(screen.queryByRole("status")).toBeNull();
  type("Name", "a".repeat(80));
  expect(screen.getByRole("status").textContent).toBe("80 characters at most: no more fits.");
  type("Name", "a");
  expect(screen.queryByRole("status")).toBeNull();
});
