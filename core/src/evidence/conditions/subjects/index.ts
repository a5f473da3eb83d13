import type { ConditionSubject } from '../../../file/product/index';
import { assistance } from './assistance';
import { downPayment } from './downPayment';
import { enrolment } from './enrolment';
import { home } from './home';
import { income } from './income';
import { leasedItem } from './leasedItem';
import { pet } from './pet';
import { preference } from './preference';
import { security } from './security';
import { signer } from './signer';
import type { ConditionSubjectKind } from './subject';

/** Everything that papers can be asked about; each is an object in a file of its own. */
export const SUBJECTS: Record<ConditionSubject, ConditionSubjectKind> = {
  signer,
  income,
  home,
  downPayment,
  security,
  enrolment,
  assistance,
  pet,
  preference,
  leasedItem,
};
export type { Asked, ConditionSubjectKind } from './subject';
