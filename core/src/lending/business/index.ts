export { accountsRead, type AccountsRead, cashForDebt, cashForDebtMonthly, newestYear, payrollLoan, payrollTerms } from './business';
export { ACCOUNT, ACCOUNTS_KIND_LABEL, PAYROLL, PAYROLL_KIND_LABEL, type BusinessYear, type PayrollEntry } from './fields';
