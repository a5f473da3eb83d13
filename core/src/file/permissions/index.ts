export { paymentBar, type Act, actsOf, barToDecide, barToRelease, may, STAFF_ROLE_LABEL, STAFF_ROLES, type StaffRole } from './permissions';
