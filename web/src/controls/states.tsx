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
