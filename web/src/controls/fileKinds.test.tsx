/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from "@testing-library/react";
import { DocumentFile } from "./DocumentFile";
import { kindOfFile } from "./fileKinds";

test.each([
  [{ format: "kettleback-plan" }, "a path"],
  [{ format: "kettleback-lineup" }, "a line-up"],
  [{ format: "kettleback-household" }, "a household"],
  [{ elements: [{ price_components: [] }] }, "a tariff"],
  [{ format: "constructor" }, undefined],
  [{ format: "other", elements: [] }, undefined],
  [[1], undefined],
  [null, undefined],
])("%j is %s", (document, one) => {
  expect(kindOfFile(JSON.stringify(document))?.one).toBe(one);
});
test("what is no JSON is nothing known", () => expect(kindOfFile("{")).toBeUndefined());

describe("a file of another kind", () => {
  const taken = async (one: string, text: string) => {
    const { unmount } = render(
      <DocumentFile
        one={one}
        maxBytes={1000}
        take={() => Promise.resolve([{ field: "name", message: "needed" }])}
      />,
    );
    const file = Object.assign(new File([text], "it.json"), { text: () => Promise.resolve(text) });
    await act(
      async () => void fireEvent.change(screen.getByLabelText(/file$/), { target: { files: [file] } }),
    );
    const said = screen.getByRole("alert").textContent;
    unmount();
    return said;
  };
  test("is told for what it is, with where it goes", async () => {
    const said = await taken("household", JSON.stringify({ elements: [] }));
    expect(said).toContain("it.json was not imported; nothing has changed.");
    expect(said).toContain("this is a tariff: take it in at Money, Tariffs, Import");
    expect(said).not.toContain("needed");
  });
  test("of the right kind it is told what is wrong in it", async () => {
    expect(await taken("household", JSON.stringify({ format: "kettleback-household" }))).toContain(
      "name: needed",
    );
    expect(await taken("plan", JSON.stringify({ format: "kettleback-plan" }))).toContain("name: needed");
  });
});
