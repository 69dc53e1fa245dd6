export { OffersTable } from "./offers-table";
export { PairsTable } from "./pairs-table";
export { promiseWords } from "./promise-words";
export type { OfferView, QuoteNames } from "./quote-view";
export { ReasonLink } from "./reason-link";
export { WorkingView } from "./working-view";
