export { OfferPage } from "./offer-page";
export { OffersSide } from "./offers-side";
