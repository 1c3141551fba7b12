import { Chart } from "chart.js";

/** Charts speak in the application's own face. Imported for that effect by whatever draws one. */
Chart.defaults.font.family = '"Hanken Grotesk Variable", system-ui, sans-serif';
