import { ENTITIES, formatDate, formatMoney, personName, STAGE_LABEL, type FileState, type HistoryEntry, type Minor, type Stage } from '@cavren/core';

const ACT: Record<string, string> = {
  'file.open': 'opened the file',
  'person.reuse': 'took over known details',
  'details.set': 'changed',
  'details.add': 'added',
  'details.remove': 'removed',
  'number.reveal': 'looked at the hidden number of',
  'file.invite': 'asked the applicant to go on at the front door',
  'file.takeBack': 'took the keying back',
  'file.handBack': 'handed the details back',
  'file.end': 'closed the file by the product’s rule',
  'file.warn': 'warned that the file lapses',
  'file.lapse': 'let the file lapse',
  'duplicate.same': 'said who this is in the register:',
  'duplicate.different': 'said that this is somebody else than',
  'duplicate.review': 'looked at two entries of the register:',
  'consent.record': 'recorded a consent of',
  'consent.withdraw': 'recorded that a consent was withdrawn by',
  'check.cancel': 'took a check back',
  'check.ask': 'asked for a check',
  'check.answer': 'got an answer to a check',
  'finding.resolve': 'settled a difference',
  'candidate.decide': 'decided a watchlist entry',
  'paper.add': 'added a paper to',
  'paper.judge': 'looked at a paper',
  'paper.remove': 'took away a paper',
  'exception.ask': 'asked for an exception on',
  'exception.answer': 'answered an exception on',
  'agreement.send': 'sent the agreement',
  'agreement.void': 'took the agreement back',
  'agreement.seal': 'sealed the agreement',
  'signer.invite': 'invited to sign',
  'signer.consent': 'agreed to electronic papers',
  'signer.read': 'read the agreement',
  'signer.sign': 'signed',
  'decision.approve': 'approved the file',
  'decision.decline': 'declined the file',
  'decision.sendBack': 'sent the file back',
  'question.answer': 'answered the question',
  'payout.verify': 'verified the account',
  'payout.order': 'ordered the transfer',
  'payout.release': 'released the money',
  'file.move': 'moved the file on',
  'file.stage': 'brought the file to another stage',
  'file.withdraw': 'withdrew the file',
};

const MONEY = [
  'price',
  'downPayment',
  'amount',
  'monthlyCost',
  'monthly',
  'payment',
  'balance',
  'limit',
  'value',
  'downPaymentPart',
  'profitLatest',
  'addBackLatest',
  'profitBefore',
  'addBackBefore',
  'capital',
  'yearToDate',
  'netAmount',
  'balloon',
  'priorCharges',
  'yearlyPay',
  'profitShare',
  'revenue',
  'costs',
  'depreciation',
  'interest',
  'drawings',
];
const WORD: Record<string, string> = {
  person: 'person',
  home: 'address',
  income: 'income',
  livingCost: 'living cost',
  debt: 'debt',
  asset: 'asset',
  relation: 'relation',
  work: 'work',
  pet: 'pet',
  vehicle: 'vehicle',
  answer: 'answer',
  explanation: 'explanation',
  part: 'part of the loan',
  use: 'purpose',
  source: 'source of money',
  security: 'security',
  payroll: 'entry of the payroll',
  account: 'year of accounts',
  variant: 'version beside the request',
  request: 'request',
  condition: 'condition',
  figure: 'figure',
};

const ROWS: readonly string[] = ENTITIES.filter((entity) => entity !== 'request');

/** Field names in words: termMonths → term months. */
const spaced = (name: string): string => name.replace(/([A-Z])/g, ' $1').toLowerCase();

/** A value in a history as people read it. */
export function showHistoryValue(entry: Pick<HistoryEntry, 'act' | 'subject'>, value: string | null, file?: FileState): string {
  if (value === null) return '';
  // A version's changes are kept for programs; its name says what it is.
  if (entry.subject.startsWith('variant/')) return /label ([^;]*)/.exec(value)?.[1] ?? (value.startsWith('[') ? '' : value);
  const field = entry.subject.split('/').at(-1) ?? '';
  if (entry.act === 'file.move' || entry.act === 'file.stage') return STAGE_LABEL[value as Stage];
  if (entry.act === 'details.set' && MONEY.includes(field) && /^-?\d+$/.test(value)) return formatMoney(Number(value) as Minor);
  if (/^\d{4}-\d\d-\d\d$/.test(value)) return formatDate(value, 'mdy');
  if (/^[0-9a-f]{64}$/.test(value)) return `document ${value.slice(0, 12)}…`;
  const named = value.replace(/[A-Za-z0-9_-]{8,32}/g, (id) => file?.people.find((person) => person.id === id)?.fullName ?? id);
  return named.replace(/\bid [A-Za-z0-9_-]{21}; /g, '');
}

/** What an entry is about, in the words of the file. */
export function subjectWords(subject: string, file: FileState): string {
  const [kind = '', id, field] = subject.split('/');
  const person =
    file.people.find((candidate) => candidate.id === id) ??
    file.people.find(
      (candidate) =>
        candidate.id === [...file.incomes, ...file.homes, ...file.works, ...file.answers, ...file.relations].find((row) => row.id === id)?.personId,
    );
  if (kind === 'request') return `request: ${spaced(id ?? '')}`;
  if (kind in WORD && id && ROWS.includes(kind))
    return [WORD[kind], person ? `of ${personName(person)}` : '', field ? `: ${spaced(field)}` : ''].filter(Boolean).join(' ').replace(' :', ':');
  return WORD[kind.split(':')[0] ?? ''] ?? '';
}

/** An entry of the history as a sentence without its actor. */
export function describeEntry(entry: HistoryEntry, file: FileState): string {
  const what = ACT[entry.act] ?? entry.act;
  const about = subjectWords(entry.subject, file);
  const after = showHistoryValue(entry, entry.after, file);
  return [what, about, after && entry.act !== 'agreement.seal' && entry.act !== 'agreement.send' ? `→ ${after}` : ''].filter(Boolean).join(' ');
}
export const actWords = (act: string): string => ACT[act] ?? act;
