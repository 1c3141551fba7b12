import type { ReactNode } from "react";
import { ErrorBoundary, type FallbackProps } from "react-error-boundary";
import { useLocation } from "react-router-dom";
import { loadAnew } from "../controls/anew";
import { Button } from "../controls/Button";
import { Lost } from "../controls/states";

const Broken = ({ error, resetErrorBoundary }: FallbackProps) => (
  <Lost
    message={`This could not be shown (${error instanceof Error ? error.message : String(error)}). What you have entered is kept, and the other rooms go on.`}
  >
    <Button onClick={resetErrorBoundary}>Try again</Button>{" "}
    <Button quiet onClick={loadAnew}>
      Load the page anew
    </Button>
  </Lost>
);

/** What fails in one room leaves the header and the other rooms as they are. */
export const RoomBoundary = ({ children }: { readonly children: ReactNode }) => (
  <ErrorBoundary FallbackComponent={Broken} resetKeys={[useLocation().pathname]}>
    {children}
  </ErrorBoundary>
);
