export { type GuarantorSheet, guarantorSheets, guarantorSubject } from './guarantors';
