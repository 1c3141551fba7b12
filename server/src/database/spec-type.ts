import { JsonType, type Platform } from "@mikro-orm/core";

const NOT_JSON = "not JSON";

/** A description that lies there as no JSON: read as this, so that its row can be named and left alone. */
export interface NoJson {
  readonly [NOT_JSON]: string;
}

const noJson = (text: unknown): NoJson => ({ [NOT_JSON]: String(text) });

/** Whether a description was no JSON as it lay there. */
export const isNoJson = (spec: unknown): spec is NoJson =>
  typeof spec === "object" && spec !== null && NOT_JSON in spec;

/** A description from its text. */
export function specOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return noJson(text);
  }
}

/** The column of descriptions. One bad row does not keep the others of its table from being read. */
export class SpecType extends JsonType {
  override convertToJSValue(value: string | unknown, platform: Platform): unknown {
    try {
      return super.convertToJSValue(value, platform);
    } catch {
      return noJson(value);
    }
  }
}
