export { AmountEditor } from "./amount-editor";
export type { Choice, RuleChoices } from "./condition-kinds";
export { ConditionsEditor } from "./conditions-editor";
export { NewAmount } from "./new-amount";
export { OutcomeEditor } from "./outcome-editor";
export { TermsEditor } from "./terms-editor";
export { Unfinished } from "./unfinished-box";
