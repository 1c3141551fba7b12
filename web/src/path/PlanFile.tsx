import { useEffect, useRef, useState } from "react";
import Button from "react-bootstrap/Button";
import { parsePlan, PLAN_MAX_BYTES, printPlan, type FieldProblem, type Plan } from "@kettleback/core";
import { Refused } from "../api/client";
import { sayDone } from "../shell/notices";
import { draftOf, type Draft } from "../state/draft";
import { useGarage } from "../state/garage";

interface Props {
  readonly plan: Plan | null;
  onImported(draft: Draft): void;
}

const fileName = (name: string) =>
  `${
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "") || "path"
  }.plan.json`;

function save(plan: Plan): void {
  const address = URL.createObjectURL(new Blob([printPlan(plan)], { type: "application/json" }));
  const link = Object.assign(document.createElement("a"), { href: address, download: fileName(plan.name) });
  link.click();
  URL.revokeObjectURL(address);
}

/** Exports the path as a plan file, and takes one in, chosen or dropped. A broken file changes nothing. */
export function PlanFile({ plan, onImported }: Props) {
  const chooser = useRef<HTMLInputElement>(null);
  const importPlan = useGarage((s) => s.importPlan);
  const [refusal, setRefusal] = useState<{ file: string; problems: readonly FieldProblem[] } | null>(null);

  const take = async (file: File) => {
    const fail = (problems: readonly FieldProblem[]) => setRefusal({ file: file.name, problems });
    if (file.size > PLAN_MAX_BYTES)
      return fail([
        {
          field: "(file)",
          message: `${file.size} bytes is too large; accepted: up to ${PLAN_MAX_BYTES} bytes`,
        },
      ]);
    const parsed = parsePlan(await file.text());
    if (!parsed.ok) return fail(parsed.problems);
    try {
      const path = await importPlan(parsed.value);
      setRefusal(null);
      onImported(draftOf(path.spec, path.id));
      sayDone(`“${path.spec.name}” is imported, with the parts it brought.`);
    } catch (error) {
      const { errors, message } = error as Refused;
      fail(errors?.length ? errors : [{ field: "(file)", message }]);
    }
  };

  useEffect(() => {
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes("Files")) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      const file = event.dataTransfer?.files[0];
      if (!file) return;
      event.preventDefault();
      void take(file);
    };
    window.addEventListener("dragover", over);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("drop", drop);
    };
  });

  return (
    <>
      <Button size="sm" variant="quiet" disabled={!plan} onClick={() => plan && save(plan)}>
        Export
      </Button>
      <Button
        size="sm"
        variant="quiet"
        onClick={() => chooser.current?.click()}
        title="Or drop a plan file anywhere on this screen"
      >
        Import…
      </Button>
      <input
        ref={chooser}
        type="file"
        accept=".json,application/json"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="Plan file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) void take(file);
        }}
      />
      {refusal && (
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
          <Button size="sm" variant="quiet" onClick={() => setRefusal(null)}>
            Close
          </Button>
        </div>
      )}
    </>
  );
}
