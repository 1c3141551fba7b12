/** A kind of file: what those who take it in call it, what it is, and where it is taken in. */
interface FileKind {
  readonly kind: string;
  readonly one: string;
  readonly where: string;
}

/** The files of this application. */
const FORMATS: Readonly<Record<string, FileKind>> = {
  "kettleback-plan": { kind: "plan", one: "a path", where: "Path, Import" },
  "kettleback-lineup": { kind: "line-up", one: "a line-up", where: "Line-up, Import" },
  "kettleback-week": { kind: "week", one: "a week", where: "Week, Import" },
  "kettleback-log": { kind: "log", one: "a log", where: "Log, Read in" },
  "kettleback-installation": { kind: "installation", one: "an installation", where: "Install, Import" },
  "kettleback-household": { kind: "household", one: "a household", where: "Households, Import" },
};
const TARIFF: FileKind = { kind: "tariff", one: "a tariff", where: "Money, Tariffs, Import" };

/** What a file is and where it goes, where it is one of ours or an open tariff; undefined for anything else. */
export function kindOfFile(text: string): FileKind | undefined {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return undefined;
  }
  if (typeof read !== "object" || read === null) return undefined;
  const { format, elements } = read as { readonly format?: unknown; readonly elements?: unknown };
  if (typeof format === "string" && Object.hasOwn(FORMATS, format)) return FORMATS[format];
  // An OCPI 2.2.1 tariff: it has elements, and no format of ours.
  return format === undefined && Array.isArray(elements) ? TARIFF : undefined;
}
