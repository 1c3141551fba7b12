export { type Observation } from "./observation";
export { FIGURES, type Figure, type FigureId } from "./causes";
export * from "./why-shown";
export * from "./times";
