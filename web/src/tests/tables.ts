import { screen, within } from "@testing-library/react";

/** The cells of a row as their texts. */
export const texts = (element: Element): string[] =>
  [...element.querySelectorAll("th, td")].map((cell) => cell.textContent!.trim());

/** The rows under the head of a table, by the name of the region it stands in. */
export const rowsOf = (label: string): string[][] =>
  within(screen.getByLabelText(label)).getAllByRole("row").slice(1).map(texts);
