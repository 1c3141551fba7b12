import { useEffect, useRef, type ReactNode } from "react";
import { Button } from "./Button";

interface Props {
  /** What the field is called. */
  readonly label: string;
  /** Kinds of file that are offered. */
  readonly accept: string;
  readonly title?: string;
  readonly quiet?: boolean;
  /** Takes what is dropped anywhere on the screen, as one of a screen does. */
  readonly drops?: boolean;
  readonly children: ReactNode;
  onFile(file: File): void;
}

/** A file, chosen by a press or dropped anywhere on the screen. */
export function FileButton({ label, accept, title, quiet = false, drops = true, children, onFile }: Props) {
  const chooser = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!drops) return undefined;
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes("Files")) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      const file = event.dataTransfer?.files[0];
      if (!file) return;
      event.preventDefault();
      onFile(file);
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
      <Button quiet={quiet} onClick={() => chooser.current?.click()} title={title}>
        {children}
      </Button>
      <input
        ref={chooser}
        type="file"
        accept={accept}
        className="visually-hidden"
        tabIndex={-1}
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) onFile(file);
        }}
      />
    </>
  );
}
