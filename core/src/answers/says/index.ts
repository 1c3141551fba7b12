export { type Observation } from "./observation";
export { FIGURES, lowerSteps, onOnePhase, setTo, type Figure, type FigureId } from "./causes";
export * from "./why-shown";
export * from "./times";
