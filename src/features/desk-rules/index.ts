export { DeskRuleFields } from "./desk-rule-fields";
