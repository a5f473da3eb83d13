export { cashForDebt, cashForDebtMonthly, newestYear, payrollLoan, payrollTerms } from './business';
export { ACCOUNT, PAYROLL, PAYROLL_KIND_LABEL, type BusinessYear, type PayrollEntry } from './fields';
