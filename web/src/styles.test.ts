import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { compile } from "sass";

const SRC = __dirname;
/** Folders whose parts stand in any room; their styles may be written for and read by all. */
const SHARED = new Set(["app", "controls", "theme"]);

const filesWith = (ending: string): string[] =>
  (readdirSync(SRC, { recursive: true }) as string[])
    .filter((file) => file.endsWith(ending) && !file.endsWith(`.test${ending}`))
    .map((file) => join(SRC, file));
/** The wing a file stands in; of the rooms its own. */
const folderOf = (file: string): string => {
  const [wing, room] = relative(SRC, file).split("/");
  return wing === "rooms" ? `${wing}/${room}` : wing!;
};

/** Classes that each folder's views give to their elements, each bare and behind its element. */
const usedIn = new Map<string, Set<string>>();
/** Sheets with the folders that ask for them. */
const askedBy = new Map<string, Set<string>>();
const note = (map: Map<string, Set<string>>, key: string, value: string) =>
  map.set(key, (map.get(key) ?? new Set()).add(value));
for (const file of filesWith(".tsx")) {
  const text = readFileSync(file, "utf8");
  for (const [, sheet] of text.matchAll(/import "(\..*?\.scss)";/g))
    note(askedBy, join(dirname(file), sheet!), folderOf(file));
  for (const [, element, plain, made] of text.matchAll(
    /<([\w.]+)(?:(?!className|<)[^>])*?className=(?:"([^"]*)"|\{([^\n]*))/g,
  ))
    for (const name of (plain ?? [...made!.matchAll(/["`]([^"`]*)["`]/g)].map(([, part]) => part).join(" "))
      .replace(/\$\{[^}]*\}/g, " ")
      .split(/\s+/))
      if (name) {
        note(usedIn, folderOf(file), `.${name}`);
        note(usedIn, folderOf(file), `${element}.${name}`);
      }
}

/** Selectors of a sheet, without those for paper: there a room hides what is not its own on purpose. */
function selectorsOf(sheet: string): string[] {
  const css = compile(sheet).css.replace(/\/\*[\s\S]*?\*\//g, "");
  const screen = css.replace(/@media print \{(?:[^{}]*\{[^{}]*\})*\s*\}/g, "");
  return [...screen.matchAll(/([^{}@;]+)\{/g)].flatMap(([, list]) =>
    list!.split(/,(?![^(]*\))/).map((selector) => selector.trim()),
  );
}

/** Names that an element in a folder must have for a selector to be about it: `.a b .c:hover` names `.a` and `.c`. */
const namesOf = (selector: string): string[] =>
  selector
    .replace(/:{1,2}[\w-]+(?:\([^)]*\))?|\[[^\]]*\]/g, "")
    .split(/[\s>+~]+/)
    .flatMap((compound) => {
      const element = /^[a-z][\w-]*/.exec(compound)?.[0] ?? "";
      return [...compound.matchAll(/\.[\w-]+/g)].map(([name]) => element + name);
    });

test("the styles of one room reach nothing of another: a screen looks the same whatever was opened before it", () => {
  const rooms = [...askedBy].filter(([sheet]) => !SHARED.has(folderOf(sheet)));
  expect(rooms.length).toBeGreaterThan(10);
  const reaching = rooms.flatMap(([sheet, asking]) =>
    selectorsOf(sheet).flatMap((selector) => {
      const names = namesOf(selector);
      if (names.length === 0) return [];
      return [...usedIn]
        .filter(([folder, used]) => !asking.has(folder) && names.every((name) => used.has(name)))
        .map(([folder]) => `${relative(SRC, sheet)}: ${selector} reaches ${folder}`);
    }),
  );
  expect(reaching).toEqual([]);
});
