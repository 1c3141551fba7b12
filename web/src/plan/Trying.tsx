import { Button } from "../controls/Button";
import type { Trial } from "../stores/draft";
import styles from "./trying.module.scss";

/** Says that what is shown is only tried out: nothing has been bought, laid or kept. */
export function Trying({ trial, onBack }: { readonly trial: Trial; onBack(): void }) {
  return (
    <div className={styles.trying} role="status" aria-label="What is tried out">
      <span>
        <strong>Tried out:</strong> {trial.what}. Nothing is kept until you save it under a name.
      </span>
      <Button quiet onClick={onBack}>
        Back to the path as it is
      </Button>
    </div>
  );
}
