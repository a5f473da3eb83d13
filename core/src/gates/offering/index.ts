export { asOffered, awaitedOf, offerTermsOf } from './offering';
