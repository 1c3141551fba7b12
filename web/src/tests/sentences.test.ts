import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

const ROOT = join(__dirname, "../../..");
const files = ["core/src", "web/src", "cli/src"].flatMap((folder) =>
  (readdirSync(join(ROOT, folder), { recursive: true }) as string[])
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.|\btests\b/.test(file))
    .map((file) => join(ROOT, folder, file)),
);

/** What nobody understood at once, or was an accident of the program; another manner of saying stands in its place. */
const NEVER_SAID = [
  "the schools differ",
  "withholds phases the",
  "Nothing that could be advised",
  "stored, an amount",
  "on the meter, an amount",
  "In words:",
  "how much hangs on it",
  "I know it\n",
  "line of a kind that holds",
  "Outlets are trusted",
  "clocks of {",
  "A file is taken in",
  "(error as Error).message}`",
] as const;

test.each(NEVER_SAID)("%j stands in no screen and no sentence of the core", (words) => {
  expect(files.length).toBeGreaterThan(300);
  expect(files.filter((file) => readFileSync(file, "utf8").includes(words))).toEqual([]);
});
