export { CASE_KINDS, type CaseKind, type CaseOption, type LearnCase } from "./case";
export { CASES, caseOf } from "./cases";
