import { useId, type FormEvent, type ReactNode } from "react";
import Modal from "react-bootstrap/Modal";

interface Props {
  readonly title: string;
  readonly children: ReactNode;
  /** What is pressed at its end. */
  readonly footer?: ReactNode;
  readonly large?: boolean;
  readonly className?: string;
  /** What is typed in it is lost only by a press that says so, not by one beside it. */
  readonly typed?: boolean;
  /** It is a form, which this takes. */
  onSubmit?(event: FormEvent): void;
  onClose(): void;
}

/** A window over the page, closed before anything else is done. */
export function Dialog({ title, children, footer, large, className, typed, onSubmit, onClose }: Props) {
  const id = useId();
  const inside = (
    <>
      <Modal.Header closeButton>
        <Modal.Title as="h2" id={id}>
          {title}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className={className}>{children}</Modal.Body>
      {footer && <Modal.Footer>{footer}</Modal.Footer>}
    </>
  );
  return (
    <Modal
      show
      scrollable
      animation={false}
      aria-labelledby={id}
      onHide={onClose}
      {...(large ? { size: "lg" as const } : {})}
      {...(typed ? { backdrop: "static" as const } : {})}
    >
      {onSubmit ? (
        <form className="dialog-form" onSubmit={onSubmit} noValidate>
          {inside}
        </form>
      ) : (
        inside
      )}
    </Modal>
  );
}
