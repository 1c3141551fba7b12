import { useState } from "react";
import { withArticle, type DocumentKind, type FieldProblem } from "@kettleback/core";
import type { Refused } from "../api/client";
import { Button } from "./Button";
import { FileButton } from "./FileButton";
import { kindOfFile } from "./fileKinds";

interface Props {
  /** What the file holds: "plan". */
  readonly one: string;
  /** What it is called, and its text; null where there is nothing to export just now, left out where there never is. */
  readonly content?: { readonly name: string; text(): string } | null;
  readonly maxBytes: number;
  /** Kinds of file that are offered; JSON where nothing is said. */
  readonly accept?: string;
  /** Takes a file's text in: what is wrong with it, or nothing once it is in. */
  take(text: string): Promise<readonly FieldProblem[]>;
}

interface SentProps {
  readonly one: string;
  /** Most that is looked into where it is refused, to tell of what kind it is. */
  readonly maxBytes: number;
  /** Sends the file itself, whatever its size: what is wrong with it, or nothing once it is in. */
  send(file: File, stopped: AbortSignal): Promise<readonly FieldProblem[]>;
}

interface KindProps<T> {
  readonly one: string;
  readonly document: DocumentKind<T>;
  /** What is exported; null where there is nothing just now, left out where there never is. */
  readonly content?: (T & { readonly name: string }) | null;
  /** Takes in what was read. What the server refuses is told field by field. */
  take(value: T): Promise<void> | void;
}

/** A kind of document as a file: exported, and taken in, chosen or dropped. */
export function KindFile<T>({ one, document, content, take }: KindProps<T>) {
  return (
    <DocumentFile
      one={one}
      {...(content === undefined
        ? {}
        : { content: content && { name: content.name, text: () => document.print(content) } })}
      maxBytes={document.maxBytes}
      take={async (text) => {
        const parsed = document.parse(text);
        if (!parsed.ok) return parsed.problems;
        try {
          await take(parsed.value);
          return [];
        } catch (error) {
          const { errors, message } = error as Refused;
          return errors?.length ? errors : [{ field: "(file)", message }];
        }
      }}
    />
  );
}

const slug = (name: string, one: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || one;

/** Hands the browser a text as a file. */
export function saveAs(name: string, text: string, type: string): void {
  const address = URL.createObjectURL(new Blob([text], { type }));
  Object.assign(document.createElement("a"), { href: address, download: name }).click();
  // The download begins a moment after the press: until it has, it needs the address.
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}

/** What is wrong with a file; of another kind of file nothing is wrong but the place. */
function wrongWith(
  one: string,
  text: string | null,
  found: readonly FieldProblem[],
): readonly FieldProblem[] {
  const other = found.length > 0 && text !== null ? kindOfFile(text) : undefined;
  return other && other.kind !== one
    ? [{ field: "(file)", message: `this is ${other.one}: take it in at ${other.where}` }]
    : found;
}

interface Refusal {
  readonly file: string;
  readonly problems: readonly FieldProblem[];
}

function RefusedFile({ refusal, onClose }: { readonly refusal: Refusal; onClose(): void }) {
  return (
    <div className="problems file-problems" role="alert">
      <strong>{refusal.file} was not imported; nothing has changed.</strong>
      <ul>
        {refusal.problems.slice(0, 8).map((p) => (
          <li key={p.field + p.message}>
            {p.field}: {p.message}
          </li>
        ))}
        {refusal.problems.length > 8 && <li>and {refusal.problems.length - 8} more</li>}
      </ul>
      <Button quiet onClick={onClose}>
        Close
      </Button>
    </div>
  );
}

/** Sends a file, chosen or dropped, to the server as it is. While it is on its way that is said, and can be stopped. */
export function SentFile({ one, maxBytes, send }: SentProps) {
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [going, setGoing] = useState<{ readonly file: string; stop(): void } | null>(null);
  const take = async (file: File) => {
    const stopped = new AbortController();
    setRefusal(null);
    setGoing({ file: file.name, stop: () => stopped.abort() });
    try {
      const found = await send(file, stopped.signal);
      if (stopped.signal.aborted) return;
      const text = found.length > 0 && file.size <= maxBytes ? await file.text() : null;
      const problems = wrongWith(one, text, found);
      setRefusal(problems.length > 0 ? { file: file.name, problems } : null);
    } finally {
      setGoing(null);
    }
  };
  return (
    <>
      {going ? (
        <Button quiet onClick={going.stop}>
          Stop importing
        </Button>
      ) : (
        <FileButton
          quiet
          label={`${one.replace(/^./, (c) => c.toUpperCase())} file`}
          accept=".json,application/json"
          title={`Or drop ${withArticle(`${one} file`)} anywhere on this screen`}
          onFile={(file) => void take(file)}
        >
          Import…
        </FileButton>
      )}
      <span role="status">{going && `${going.file} is being taken in…`}</span>
      {refusal && <RefusedFile refusal={refusal} onClose={() => setRefusal(null)} />}
    </>
  );
}

/** Exports a document as a file, and takes one in, chosen or dropped. A broken file changes nothing. */
export function DocumentFile({
  one,
  content,
  maxBytes,
  accept = ".json,application/json",
  take: takeText,
}: Props) {
  const [refusal, setRefusal] = useState<Refusal | null>(null);

  const take = async (file: File) => {
    const tooLarge = {
      field: "(file)",
      message: `${file.size} bytes is too large; accepted: up to ${maxBytes} bytes`,
    };
    const text = file.size > maxBytes ? null : await file.text();
    const found = text === null ? [tooLarge] : await takeText(text);
    const problems = wrongWith(one, text, found);
    setRefusal(problems.length > 0 ? { file: file.name, problems } : null);
  };

  return (
    <>
      {content !== undefined && (
        <Button
          quiet
          disabled={!content}
          onClick={() =>
            content && saveAs(`${slug(content.name, one)}.${one}.json`, content.text(), "application/json")
          }
        >
          Export
        </Button>
      )}
      <FileButton
        quiet
        label={`${one.replace(/^./, (c) => c.toUpperCase())} file`}
        accept={accept}
        title={`Or drop ${withArticle(`${one} file`)} anywhere on this screen`}
        onFile={(file) => void take(file)}
      >
        Import…
      </FileButton>
      {refusal && <RefusedFile refusal={refusal} onClose={() => setRefusal(null)} />}
    </>
  );
}
