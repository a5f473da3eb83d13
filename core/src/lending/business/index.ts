export { cashForDebt, cashForDebtMonthly, LEGAL_FORM_LABEL, LEGAL_FORMS, type LegalForm, newestYear, payrollLoan, payrollTerms } from './business';
