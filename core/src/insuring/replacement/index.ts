export { BECOMES_LABEL, OTHER_POLICY, type OtherPolicy } from './fields';
export { type Beside, replacedIn, type Replacement, replacementsOf, seamOf, type Seam } from './replacement';
