export { personRolesProblem, rolesProblem, rolesToAdd, sharesOf } from './roles';
