export { asOffered, awaitedOf, isOfferable, offerTermsOf } from './offering';
