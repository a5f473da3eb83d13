export { FEE_WAIVER, LEASE_EXTRA, type FeeWaiver, type LeaseExtra } from './fields';
export { isWhole, monthOf, monthsOf, rentOfStretch, type Stretch } from './proration';
export { leaseLacks, letOf, leaseTermsOf, type LeaseInput, type LeaseTerms, noticeBy, type RentMonth } from './terms';
