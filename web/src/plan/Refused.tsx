import type { Refusal } from "@kettleback/core";
import { Button } from "../controls/Button";
import type { Fix } from "../jobs/fixes";
import type { Draft } from "../stores/draft";
import styles from "./refused.module.scss";

interface Props {
  readonly refusal: Refusal;
  readonly fixes: readonly Fix[];
  onChange(draft: Draft): void;
}

/** Why nothing flows, what to do, and which of the household's own things would do. */
export function Refused({ refusal, fixes, onChange }: Props) {
  return (
    <div className={styles.refused} role="alert">
      <i className="bang" aria-hidden="true">
        !
      </i>
      <div>
        <strong>No charging. {refusal.message}</strong>
        <p>{refusal.remedy}</p>
        {fixes.length > 0 && (
          <p className="fixes">
            Of yours, this would work:{" "}
            {fixes.map((fix) => (
              <Button key={fix.name} quiet onClick={() => onChange(fix.draft)}>
                {fix.name}
              </Button>
            ))}
          </p>
        )}
      </div>
    </div>
  );
}
