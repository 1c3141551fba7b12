import { evaluate } from "mathjs/number";
import { RESULT_DIGITS, TERM_DIGITS, type Step } from "../trade/working";

const shown = (value: number, digits: number): number => Number(value.toPrecision(digits));

/** The formula's right side with each symbol replaced by a number as it is shown. */
function worth({ formula, terms }: Step): number {
  const right = formula.slice(formula.indexOf("=") + 1);
  const whole = right.replace(/[\w]+ \+ … \+ [\w]+/, () => terms.map((t) => t.symbol).join(" + "));
  const plain = whole
    .replaceAll("·", "*")
    .replaceAll("²", "^2")
    .replaceAll("−", "-")
    .replaceAll("√", "sqrt")
    .replaceAll("ln(", "log(");
  const values = new Map(terms.map((t) => [t.symbol, shown(t.value, TERM_DIGITS)]));
  const numbers = plain.replace(/[A-Za-z_]\w*/g, (symbol) =>
    values.has(symbol) ? `(${values.get(symbol)})` : symbol,
  );
  return evaluate(numbers) as number;
}

/** Holds a shown step against its own numbers: to the last digit that is shown of its result. */
export function holds(step: Step, where: string): void {
  const result = shown(step.result.value, RESULT_DIGITS);
  const computed = worth(step);
  const digit = result === 0 ? 1e-9 : 10 ** (Math.floor(Math.log10(Math.abs(result))) - RESULT_DIGITS + 1);
  // Amounts are kept in millionths of the currency, as their working says.
  const kept = step.result.unit === "EUR" || step.result.unit === "CAD" ? 0.5e-6 : 0;
  if (!(Math.abs(computed - result) <= 0.5 * digit * 1.02 + kept))
    throw new Error(`${where}: ${step.formula} gives ${computed}, shown is ${result}`);
}
