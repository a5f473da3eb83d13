export { type Certificate, datesProblem, LINE_LABEL, offerBars, type OfferWish } from './offers';
