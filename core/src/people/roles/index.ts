export { countedShare, countedShareOf } from './counting';
export { personRolesProblem, rolesProblem, rolesToAdd, sharesOf } from './roles';
