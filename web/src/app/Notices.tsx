import { useEffect } from "react";
import { Icon } from "../controls/Icon";
import { useNotices } from "../stores/notices";

const STAY_MS = 12_000;

/** The notice in view. Good news leaves by itself; trouble stays until dismissed. */
export function Notices() {
  const { notices, dismiss } = useNotices();
  const notice = notices[0];
  useEffect(() => {
    if (!notice || notice.tone === "trouble") return undefined;
    const timer = setTimeout(() => dismiss(notice.id), STAY_MS);
    return () => clearTimeout(timer);
  }, [notice, dismiss]);
  return (
    <div className="notices" role={notice?.tone === "trouble" ? "alert" : "status"} aria-live="polite">
      {notice && (
        <div className={`notice ${notice.tone}`}>
          <span>{notice.text}</span>
          {notice.action && (
            <button
              type="button"
              onClick={() => {
                notice.action!.run();
                dismiss(notice.id);
              }}
            >
              {notice.action.label}
            </button>
          )}
          <button type="button" aria-label="Dismiss" onClick={() => dismiss(notice.id)}>
            <Icon name="close" />
          </button>
        </div>
      )}
    </div>
  );
}
