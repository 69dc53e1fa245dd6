export { DayField } from "./day-field";
export { SentDay } from "./sent-day";
export { destinationText, readDestinations } from "./destination-text";
export { cellText, listAfter, listChanges, rowPath, type ListColumn, type ListRow } from "./list-edits";
export { readQuantity, shownQuantity, siblings, type AnyUnit, type UnitQuantity } from "./quantity-text";
export { movedTo } from "./moved-to";
export { goodsText, readGoods } from "./read-goods";
