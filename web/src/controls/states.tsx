import type { ReactNode } from "react";
import { Link } from "react-router-dom";
import { Button } from "./Button";

export function Waiting({ what }: { what: string }) {
  return (
    <p className="room-note" role="status">
      Fetching {what}…
    </p>
  );
}

export function Failure({ message, retry }: { message: string; retry: () => void }) {
  return (
    <div className="room-note" role="alert">
      <p>{message}</p>
      <Button large onClick={retry}>
        Try again
      </Button>
    </div>
  );
}

/** Stands where a part of the page should, with what can be pressed about it: what is around it goes on. */
export const Lost = ({ message, children }: { readonly message: string; readonly children: ReactNode }) => (
  <span className="part-away" role="alert">
    {message} {children}
  </span>
);

/** A room that has nothing to show yet: what it needs, and where that is added. */
export const NothingYet = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <div className="room-note">
    <h1>{title}</h1>
    <p>{children}</p>
  </div>
);

/** Stands at an address that leads nowhere. */
export const NotHere = () => (
  <NothingYet title="There is nothing at this address">
    It may have been mistyped, or come from another version. <Link to="/path">Go to the Path</Link>, or choose
    a room above.
  </NothingYet>
);
