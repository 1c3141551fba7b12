import { act } from "@testing-library/react";
import { isWorking } from "../jobs/pool";

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Until what follows a change a moment later has come, and every job that was asked for has answered. */
export const settle = (): Promise<void> =>
  act(async () => {
    await pause(20);
    while (isWorking()) await pause(5);
    await pause(0);
  });
