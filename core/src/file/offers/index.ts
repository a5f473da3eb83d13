export { type Certificate, datesProblem, laterPaperSigners, LINE_LABEL, offerBars, type OfferWish, paperSignatureProblem } from './offers';
