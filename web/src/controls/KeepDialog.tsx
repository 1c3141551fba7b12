import type { ReactNode } from "react";
import { Button } from "./Button";
import { Dialog } from "./Dialog";

interface Props {
  readonly title: string;
  readonly large?: boolean;
  readonly children: ReactNode;
  onKeep(): void;
  onClose(): void;
}

/** A window in which something is described, to be kept or left. */
export const KeepDialog = ({ onKeep, children, ...rest }: Props) => (
  <Dialog
    {...rest}
    typed
    onSubmit={(e) => {
      e.preventDefault();
      onKeep();
    }}
    footer={
      <>
        <Button quiet type="button" onClick={rest.onClose}>
          Close
        </Button>
        <Button type="submit">Keep it</Button>
      </>
    }
  >
    {children}
  </Dialog>
);
