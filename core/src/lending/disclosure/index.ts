export { amountFinanced, type Disclosure, disclosureOf, type PaymentGroup, paymentGroups } from './disclosure';
