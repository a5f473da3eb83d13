import { always, choice, date, describeDetail, hidden, person, text, type RowOf } from '../../basis/detail/index';

export const IDENTITY_PAPER_LABEL = {
  passport: 'Passport',
  drivingLicence: 'Driving licence',
  identityCard: 'Identity card',
  residencePermit: 'Residence permit',
  other: 'Another paper with a picture',
} as const;
export type IdentityPaperKind = keyof typeof IDENTITY_PAPER_LABEL;

/** A paper by which somebody shows who they are, as it was seen or scanned. */
export const IDENTITY_PAPER = describeDetail({
  word: 'identity paper',
  chapter: 'people',
  part: 'identityPapers',
  table: 'identity_paper',
  owner: 'personId',
  fields: {
    personId: always(person('Whose'), ''),
    kind: choice('Paper', IDENTITY_PAPER_LABEL),
    number: hidden('Number'),
    issuer: text('Issued by', 120, { hint: 'state or office' }),
    issuedOn: date('Issued on'),
    expiresOn: date('Valid until'),
  },
});
export type IdentityPaper = RowOf<typeof IDENTITY_PAPER>;
