import { useId, useState, type ReactNode } from "react";
import { Button } from "./Button";
import { useNarrow } from "./useNarrow";

interface Props {
  /** What is folded away, as its button says it. */
  readonly says: string;
  readonly className: string;
  /** Width (px) of the window from which there is room for it; a phone's where it is not said. */
  readonly upTo?: number;
  readonly children: ReactNode;
}

/** What stands open where there is room, and on a phone behind a button. */
export function Fold({ says, className, upTo, children }: Props) {
  const narrow = useNarrow(upTo);
  const [open, setOpen] = useState(false);
  const id = useId();
  if (!narrow) return <div className={className}>{children}</div>;
  return (
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
}
