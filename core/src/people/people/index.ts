export {
  BENEFICIARY_RANK_LABEL,
  type BeneficiaryRank,
  CONTACT_WAY_LABEL,
  FAMILY_STATUS_LABEL,
  FAMILY_STATUSES,
  type FamilyStatus,
  FILING_STATUS_LABEL,
  OWING_ROLES,
  PERSON,
  PERSON_KIND_LABEL,
  RELATION,
  RELATION_KINDS,
  RELATION_LABEL,
  ROLE_LABEL,
  ROLES,
  STUDIES_LABEL,
} from './fields';
export { type FilePerson, type FilingStatus, type Relation, type RelationKind, type Role } from './fields';
