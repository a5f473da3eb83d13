export { SENSITIVE_INPUTS, type SensitiveInput, type Sensitivity, sensitivityOf, type SensitivityTable } from './sensitivity';
