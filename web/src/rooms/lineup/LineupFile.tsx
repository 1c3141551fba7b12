import {
  documentOf,
  LINEUP_DOCUMENT,
  LINEUP_FORMAT,
  savedFrom,
  SPEC_VERSION,
  type Garage,
} from "@kettleback/core";
import { KindFile } from "../../controls/DocumentFile";
import { sayDone } from "../../stores/notices";
import type { SolvedLineup } from "../../jobs/lineup";
import { lineupDraftOf, type LineupDraft } from "../../stores/lineup";

interface Props {
  readonly garage: Garage;
  readonly solved: SolvedLineup;
  onChange(draft: LineupDraft): void;
}

/** The line-up in view as an open document, and a document as the line-up in view: undo brings back what was there. */
export function LineupFile({ garage, solved: { draft, open, problems }, onChange }: Props) {
  return (
    <KindFile
      one="line-up"
      document={LINEUP_DOCUMENT}
      content={
        problems.length === 0
          ? { format: LINEUP_FORMAT, version: SPEC_VERSION, ...documentOf(draft.name, open) }
          : null
      }
      take={(read) => {
        onChange(lineupDraftOf(savedFrom(garage, read), null));
        sayDone(`“${read.name}” is in view: ${read.ways.length} ways. Undo brings back the one before.`);
      }}
    />
  );
}
