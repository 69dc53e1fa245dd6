export { OfferPage } from "./offer-page";
export { planWords } from "./offer-words";
export { OffersSide } from "./offers-side";
