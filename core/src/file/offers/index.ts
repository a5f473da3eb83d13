export { type Certificate, datesProblem, laterPaperSigners, LINE_LABEL, isCertifiedFor, offerBars, type OfferWish, paperSignatureProblem } from './offers';
