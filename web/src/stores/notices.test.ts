/** @jest-environment jsdom */
import { Refused } from "../api/client";
import { sayLateSave, useNotices } from "./notices";

const said = () => useNotices.getState().notices[0]!;

test("a save that came second says mine is still in view, and shows theirs on a press", () => {
  const shown: object[] = [];
  const theirs = { id: "x", version: 4, parentId: null, spec: { name: "theirs" } };
  sayLateSave(new Refused(409, "changed", [], theirs), (spec) => shown.push(spec));
  expect(said().tone).toBe("trouble");
  expect(said().text).toContain("What you see is still yours");
  expect(shown).toEqual([]);
  said().action!.run();
  expect(shown).toEqual([{ name: "theirs" }]);
});

test("a save that failed otherwise says why, with nothing to show instead", () => {
  sayLateSave(new Refused(0, "no answer"), () => undefined);
  expect(said()).toMatchObject({ text: "no answer", tone: "trouble" });
  expect(said().action).toBeUndefined();
});
