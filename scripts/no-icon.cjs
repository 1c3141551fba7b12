// Stands for an icon's drawing: tests look at words and figures.
module.exports = { __esModule: true, default: "" };
