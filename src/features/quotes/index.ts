export { OffersTable } from "./offers-table";
export { promiseWords } from "./promise-words";
export type { OfferView, QuoteNames } from "./quote-view";
export { ReasonLink } from "./reason-link";
export { WorkingView } from "./working-view";
