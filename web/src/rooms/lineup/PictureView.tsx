import { useDeferredValue } from "react";
import { useNavigate } from "react-router-dom";
import { Picture } from "./Picture";
import type { ViewProps } from "./view";
import { WayPanel } from "./WayPanel";

/** Every way as a row, and the one that is looked at beside them. */
export default function PictureView(props: ViewProps) {
  const navigate = useNavigate();
  // What stands beside the rows follows them.
  const calm = useDeferredValue(props.solved);
  return (
    <div className="lineup-bench">
      <Picture {...props} />
      <WayPanel {...props} solved={calm} onOpenPath={() => void navigate("/path")} />
    </div>
  );
}
