export * from "./bench";
export * from "./orders";
export * from "./people";
export * from "./setup";
export * from "./network";
export * from "./tariff-notes";
