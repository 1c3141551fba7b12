/** @jest-environment jsdom */
import { useState } from "react";
import { fireEvent, render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router-dom";
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
