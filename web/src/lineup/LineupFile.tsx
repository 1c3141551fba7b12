import {
  documentOf,
  LINEUP_FORMAT,
  LINEUP_MAX_BYTES,
  parseLineup,
  printLineup,
  savedFrom,
  SPEC_VERSION,
  type Garage,
} from "@kettleback/core";
import { DocumentFile } from "../shell/DocumentFile";
import { sayDone } from "../shell/notices";
import type { SolvedLineup } from "../solve/lineup";
import { lineupDraftOf, type LineupDraft } from "../state/lineup";

interface Props {
  readonly garage: Garage;
  readonly solved: SolvedLineup;
  onChange(draft: LineupDraft): void;
}

/** The line-up in view as an open document, and a document as the line-up in view: undo brings back what was there. */
export function LineupFile({ garage, solved: { draft, open, problems }, onChange }: Props) {
  const text = () =>
    printLineup({ format: LINEUP_FORMAT, version: SPEC_VERSION, ...documentOf(draft.name, open) });
  return (
    <DocumentFile
      one="line-up"
      content={problems.length === 0 ? { name: draft.name, text } : null}
      maxBytes={LINEUP_MAX_BYTES}
      take={async (file) => {
        const parsed = parseLineup(file);
        if (!parsed.ok) return parsed.problems;
        onChange(lineupDraftOf(savedFrom(garage, parsed.value), null));
        sayDone(
          `“${parsed.value.name}” is in view: ${parsed.value.ways.length} ways. Undo brings back the one before.`,
        );
        return [];
      }}
    />
  );
}
