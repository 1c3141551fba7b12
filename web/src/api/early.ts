/** Under this name the browser remembers which household is in view. */
export const HOUSEHOLD_KEPT_AS = "kettleback-household";

/** The household that was in view last, in this tab or else in another; null where none is remembered. */
export function lastHousehold(): string | null {
  try {
    const text = sessionStorage.getItem(HOUSEHOLD_KEPT_AS) ?? localStorage.getItem(HOUSEHOLD_KEPT_AS);
    const { state } = JSON.parse(text ?? "{}") as { state?: { householdId?: unknown } };
    return typeof state?.householdId === "string" ? state.householdId : null;
  } catch {
    return null;
  }
}

const asked = new Map<string, Promise<Response>>();

function ask(address: string): Promise<Response> {
  const answer = fetch(address);
  // Whoever takes it is told why it failed; nobody may.
  answer.catch(() => undefined);
  asked.set(address, answer);
  return answer;
}

const garageAt = (household: string): string => `/api/households/${household}/garage`;

/**
 * Asks for what the page will read first, while the rest of the page still comes: the households, and the garage of the
 * one last in view, or else of the first.
 */
export function askEarly(): void {
  const last = lastHousehold();
  const households = ask("/api/households");
  if (last !== null) return void ask(garageAt(last));
  households
    .then(
      (answer) =>
        answer.clone().json() as Promise<readonly { readonly id: string; readonly spec?: object }[]>,
    )
    .then((rows) => {
      const first = rows.find(({ spec }) => spec !== undefined);
      if (first) ask(garageAt(first.id));
    })
    .catch(() => undefined);
}

/** The answer to what was asked early: once, so that nothing old is ever read again. */
export function takeEarly(address: string): Promise<Response> | undefined {
  const answer = asked.get(address);
  asked.delete(address);
  return answer;
}
