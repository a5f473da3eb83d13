export {
  paidBar,
  paymentBar,
  type Act,
  actsOf,
  type Authority,
  barToApprove,
  barToDecide,
  barToRelease,
  may,
  STAFF_ROLE_LABEL,
  STAFF_ROLES,
  type StaffRole,
} from './permissions';
