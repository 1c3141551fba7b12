import Button from "react-bootstrap/Button";

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
      <Button onClick={retry}>Try again</Button>
    </div>
  );
}

/** A database without a household: there is nothing to wait for. */
export function NoHousehold() {
  return (
    <div className="room-note">
      <h1>No household yet</h1>
      <p>
        This database keeps nothing so far. Start Kettleback with <code>npm run demo</code> to look around in
        two invented households.
      </p>
    </div>
  );
}
