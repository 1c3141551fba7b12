import type { ReactNode } from "react";
import { Fold } from "./Fold";

interface Props {
  readonly title: string;
  readonly className?: string | undefined;
  /** What is kept by name, or the views of the room: what stands first over it. */
  readonly lead?: ReactNode;
  /** What can be done with what is in view: sent elsewhere, taken out as a file, printed, undone. */
  readonly tools?: ReactNode;
  readonly children: ReactNode;
}

/** The frame every room stands in: its name, and what stands over it. */
export const RoomFrame = ({ title, className, lead, tools, children }: Props) => (
  <div className={className}>
    <h1 className="visually-hidden">{title}</h1>
    {(lead || tools) && (
      <Fold says="Saved, files and more" className="room-head">
        {lead}
        <div className="tools">{tools}</div>
      </Fold>
    )}
    {children}
  </div>
);
