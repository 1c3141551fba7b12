import { useId, useState, type ReactNode } from "react";
import { Button } from "./Button";
import { useNarrow } from "./useNarrow";

interface Props {
  /** What is folded away, as its button says it. */
  readonly says: string;
  readonly className: string;
  /** Width (px) of the window from which there is room for it; a phone's where it is not said. */
  readonly upTo?: number;
  /** Folded away at any width: where there is room it floats below its button, and goes once left. */
  readonly floats?: true;
  readonly children: ReactNode;
}

/** What stands open where there is room, and on a phone behind a button. */
export function Fold({ says, className, upTo, floats, children }: Props) {
  const narrow = useNarrow(upTo);
  const [open, setOpen] = useState(false);
  const id = useId();
  if (!narrow && !floats) return <div className={className}>{children}</div>;
  const folded = (
    <>
      <Button
        quiet
        className="fold-button"
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen(!open)}
      >
        {says}
      </Button>
      <div id={id} className={`${className} fold`} hidden={!open}>
        {children}
      </div>
    </>
  );
  if (narrow) return folded;
  return (
    <div
      className="floats"
      onBlur={(e) => {
        if (!e.currentTarget.contains(e.relatedTarget)) setOpen(false);
      }}
      onKeyDown={(e) => {
        if (e.key === "Escape") setOpen(false);
      }}
    >
      {folded}
    </div>
  );
}
