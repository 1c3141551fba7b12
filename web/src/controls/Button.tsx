import { useState, type ComponentProps } from "react";
import PlainButton from "react-bootstrap/Button";

interface Props extends Omit<ComponentProps<typeof PlainButton>, "size" | "variant"> {
  /** One of several that may be pressed, rather than the one that is meant to be. */
  readonly quiet?: boolean;
  /** The one press a page is about. */
  readonly large?: boolean;
  /** What the press asks of the server, its failure told by itself; until the answer comes it is not asked again. */
  readonly asks?: () => Promise<unknown>;
}

/** Something to press. */
export function Button({ quiet = false, large = false, asks, ...rest }: Props) {
  const [busy, setBusy] = useState(false);
  const ask = () => {
    if (busy) return;
    setBusy(true);
    void asks!().finally(() => setBusy(false));
  };
  return (
    <PlainButton
      {...(large ? {} : { size: "sm" as const })}
      variant={quiet ? "quiet" : "primary"}
      {...rest}
      // Not disabled while busy: a keyboard would lose its place.
      {...(asks ? { onClick: ask, "aria-busy": busy, "aria-disabled": busy } : {})}
    />
  );
}
