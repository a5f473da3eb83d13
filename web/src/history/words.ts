import {
  conditionsOf,
  descriptionOf,
  ENTITIES,
  fieldOf,
  dateInWords,
  UNDERWRITTEN_LABEL,
  formatMoney,
  KINDS_OF_CHECK,
  personName,
  reasonsSaid,
  RECEIPT_WAY_LABEL,
  ROOM_STATE_LABEL,
  rowIn,
  ROW_ENTITIES,
  STAGE_LABEL,
  type CheckKind,
  type Entity,
  type FileState,
  type HistoryEntry,
  type Minor,
  type RoomState,
  type RowEntity,
  type Stage,
  wordsFrom,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { CHANNEL_LABEL, CONSENT_WAY_LABEL } from '@cavren/contract';
import { labelInside, saidValue } from '../words/index';

/** What becomes of an order to the bank, of a purpose. */
const ordersOf = (purpose: string, what: string): Record<string, string> => ({
  [`${purpose}.order`]: `ordered the ${what}`,
  [`${purpose}.unknown`]: `got no answer of the bank about the ${what}`,
  [`${purpose}.refused`]: `was refused the ${what} by the bank`,
  [`${purpose}.differs`]: `found that the bank did something else than was ordered with the ${what}`,
  [`${purpose}.settle`]: `settled the ${what} with the bank`,
});

/** What was done, in the words before what it was done to. */
const ACT: Record<string, string> = {
  'file.open': 'opened the file',
  'person.reuse': 'took over known details of',
  'person.merge': 'found two entries of the register to be one:',
  'person.unmerge': 'took apart two entries of the register:',
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
  'paper.carry': 'brought a paper from an earlier file:',
  'paper.judge': 'looked at a paper',
  'paper.remove': 'removed a paper',
  'decision.counter': 'offered otherwise',
  'decision.proposeDecline': 'proposed to decline the file',
  'decision.goOn': 'let the file go on',
  'decision.recommend': 'recommended the file to somebody with more authority',
  'file.handOver': 'handed the file over',
  'decision.undo': 'took the approval back',
  'decision.stop': 'ended the file for compliance',
  'decision.appeal': 'took the file up again',
  'offer.make': 'made an offer',
  'offer.accept': 'accepted the offer:',
  'offer.refuse': 'refused the offer:',
  'offer.accepted': 'has the offer accepted by everybody',
  'offer.takeBack': 'took the offer back',
  'offer.lapse': 'let the offer run out',
  'offer.meet': 'said that a condition of the approval is met',
  'notice.send': 'sent a notice to',
  'notice.make': 'made the notice',
  'file.closeIncomplete': 'closed the file, since what was missing had not come',
  'exception.ask': 'asked for an exception on',
  'exception.answer': 'answered an exception on',
  'application.send': 'sent the application for signature',
  'application.make': 'made the application',
  'application.void': 'took the application back',
  'application.fall': 'let the application fall with it',
  'application.seal': 'sealed the application',
  'agreement.send': 'sent the agreement for signature',
  'agreement.make': 'made the agreement',
  'agreement.void': 'took the agreement back',
  'agreement.fall': 'let the agreement fall with it',
  'agreement.seal': 'sealed the agreement',
  'signer.invite': 'invited to sign',
  'signer.consent': 'agreed to electronic papers',
  'signer.read': 'read the agreement',
  'signer.sign': 'signed',
  'decision.approve': 'approved the file',
  'decision.decline': 'declined the file',
  'decision.sendBack': 'sent the file back',
  'question.answer': 'answered the question',
  'payout.ask': 'asked the bank about the account',
  'payout.cancel': 'didn’t ask the bank about the account, since the consent to it was taken back',
  'payout.verify': 'verified the account',
  'payout.order': 'ordered the payment',
  'payout.unknown': 'got no answer of the bank about the payment',
  'payout.refused': 'was refused the payment by the bank',
  'payout.differs': 'found that the bank paid something else than was ordered',
  'payout.settle': 'settled the payment with the bank',
  'payout.release': 'released the money',
  'health.answer': 'kept an answer about the health of',
  'health.read': 'read what was said about health',
  'underwriting.make': 'underwrote the cover of',
  'premium.order': 'ordered the first premium',
  'premium.unknown': 'got no answer of the bank about the premium',
  'premium.refused': 'was refused the premium by the bank',
  'premium.differs': 'found that the bank collected something else than was ordered',
  'premium.settle': 'settled the premium with the bank',
  'premium.collect': 'has the first premium',
  'refund.order': 'ordered the refund',
  'refund.unknown': 'got no answer of the bank about the refund',
  'refund.refused': 'was refused the refund by the bank',
  'refund.differs': 'found that the bank paid something else than the refund',
  'refund.settle': 'settled the refund with the bank',
  'refund.pay': 'has the refund paid',
  'policy.order': 'ordered the policy',
  'producers.name': 'named who brings it',
  'policyChange.propose': 'proposed a change of the policy',
  'policyChange.make': 'made a change of the policy',
  'policyChange.refuse': 'refused a change of the policy',
  'assistance.give': 'gave the result of the assistance',
  'assistance.read': 'had the result of the assistance read',
  'lines.send': 'sent lines of cover to the issuing system',
  'lines.answer': 'has what the issuing system said of lines of cover',
  'policy.reject': 'was told by the issuing system what it doesn’t take',
  'policy.issue': 'has the policy issued',
  'policy.end': 'ended the policy',
  'policy.lapse': 'let the policy lapse',
  'unit.hold': 'held a unit',
  'unit.release': 'let a unit go',
  'unit.runOut': 'let the hold of a unit run out',
  'unit.warn': 'told those who apply that the hold of their unit runs out',
  'round.drawn': 'was drawn in its round',
  'round.offer': 'offered a home of the round',
  'round.accepted': 'accepted a home of the round',
  'round.refused': 'refused a home of the round',
  'round.lapsed': 'let an offer of the round run out',
  'round.takenBack': 'took back an offer of the round',
  'round.goesOn': 'said which file of the household goes on, and withdrew',
  'reference.ask': 'asked who let a home:',
  'reference.answer': 'said how a letting went:',
  'reference.decline': 'would rather not say how a letting went:',
  'reference.take': 'took down how a letting went:',
  'reference.setAside': 'went on without word of a letting:',
  'equipment.accept': 'took down a delivery:',
  'receipt.take': 'took a payment',
  'receipt.come': 'has the payment',
  'receipt.giveBack': 'gives money back',
  'receipt.gone': 'has the money given back',
  'receipt.end': 'said why money goes back',
  ...ordersOf('receipt.bank', 'payment'),
  ...ordersOf('receipt.card', 'payment by card'),
  ...ordersOf('giveBack.bank', 'money that goes back'),
  ...ordersOf('giveBack.card', 'money that goes back to a card'),
  'record.begin': 'began the condition record',
  'record.room': 'said how a room is:',
  'record.picture': 'added a picture of a room:',
  'record.sign': 'signed the condition record',
  'record.unsign': 'changed the condition record, so that it is signed anew',
  'record.seal': 'sealed the condition record',
  'keys.handOver': 'handed over the keys',
  'keyDate.see': 'saw to a day of the lease',
  'leaseNotice.take': 'took notice that the let ends:',
  'leaseNotice.back': 'took back the notice:',
  'file.move': 'moved the file on',
  'file.stage': 'brought the file to another stage',
  'file.withdraw': 'withdrew the file',
};

const RESOLUTION_WORD: Record<string, string> = {
  confirmed: 'confirmed as stated',
  corrected: 'corrected',
  differentPerson: 'somebody else',
  samePerson: 'the same person',
  confirmedTwo: 'two persons',
  superseded: 'The details were changed before the service answered',
  consentWithdrawn: 'the consent was withdrawn before the service was asked',
  granted: 'granted',
  refused: 'refused',
  typed: 'typed name',
  drawn: 'drawn on the screen',
  same: 'the same person',
};

type Kept = Record<string, unknown>;
const count = (number: number, one: string, many: string): string => `${number} ${number === 1 ? one : many}`;

/** What an entry keeps as JSON; null where it keeps plain text, as all did once. */
function keptIn(value: string): Kept | null {
  if (!value.startsWith('{')) return null;
  try {
    return JSON.parse(value) as Kept;
  } catch {
    return null;
  }
}

const nameIn =
  (file: FileState) =>
  (id: string): string => {
    const person = file.people.find((one) => one.id === id);
    return person ? personName(person) : 'somebody who isn’t in the file any more';
  };

const moneyOf = (file: FileState, amount: unknown): string => formatMoney(Number(amount) as Minor, { locale: file.pack.locale, currency: file.pack.currency });

/** A row as it was stated, field by field, by the descriptions of its fields. */
function rowWords(entity: Entity, row: Kept, file: FileState): string {
  return Object.entries(row)
    .map(([field, value]) => {
      const described = fieldOf(entity, field);
      const said = described && described.kind !== 'code' ? saidValue(described, value, file.pack, nameIn(file)) : '';
      return described && said ? `${labelInside(entity, field)} ${said}` : '';
    })
    .filter(Boolean)
    .join('; ');
}

/** Rows of entries from before they were kept as JSON: fields and values in a line. */
function oldRow(entity: Entity, line: string): Kept {
  const fields = line.split('; ').map((part) => /^(\S+) (.*)$/s.exec(part));
  return Object.fromEntries(
    fields.filter((found) => found !== null).map(([, field = '', value = '']) => [field, fieldOf(entity, field)?.kind === 'yesNo' ? value === 'true' : value]),
  );
}

/** A payment as it was taken, or goes back: how much, which way, and whose. */
function paymentWords({ way, amount, payer, reference }: Kept, file: FileState): string {
  const how =
    Object.entries(RECEIPT_WAY_LABEL)
      .find(([code]) => code === way)?.[1]
      .toLowerCase() ?? '';
  return `${moneyOf(file, amount)} ${how}${typeof reference === 'string' ? ` ${reference}` : ''}, ${String(payer)}`;
}

const inMinutes = (milliseconds: number): string =>
  milliseconds < 60_000 ? count(Math.round(milliseconds / 1000), 'second', 'seconds') : count(Math.round(milliseconds / 60_000), 'minute', 'minutes');

const isEntity = (name: string): name is Entity => (ENTITIES as readonly string[]).includes(name);
const isRowEntity = (name: string): name is RowEntity => (ROW_ENTITIES as readonly string[]).includes(name);

const NOTICE_WORD: Record<string, string> = {
  declined: 'declined',
  stopped: 'not taken further',
  counterOffer: 'offered otherwise',
  incomplete: 'what is missing',
  withdrawn: 'withdrawn',
  lapsed: 'offer run out',
  undone: 'decision taken back',
};
/** The reasons of a no, from the list and in words, and the comment. */
function noWords({ reasons, other, comment }: Kept, { product }: FileState): string {
  const said = reasonsSaid(product, { reasons: reasons as string[], other: typeof other === 'string' ? other : null });
  return [said.join(', '), comment].filter(Boolean).join(': ');
}

/** What the entries of each act keep, in a sentence; acts that aren't here keep words. */
const SAYS: Record<string, (kept: Kept, file: FileState) => string> = {
  'file.open': ({ product, channel, receivedOn, signedOn }) => {
    const day = (value: unknown) => dateInWords(String(value));
    const way = CHANNEL_LABEL[channel as keyof typeof CHANNEL_LABEL].toLowerCase();
    return `${String(product)}, ${way}${signedOn ? `, signed ${day(signedOn)}` : ''}, received ${day(receivedOn)}`;
  },
  'check.ask': ({ kind, of }) => `${KINDS_OF_CHECK[kind as CheckKind].label}${typeof of === 'string' ? ` of ${of}` : ''}`,
  'check.answer': ({ kind, open }) => `${KINDS_OF_CHECK[kind as CheckKind].label}: ${open === 0 ? 'nothing to settle' : `${String(open)} to settle`}`,
  'finding.resolve': ({ resolution, reason }) => `${RESOLUTION_WORD[resolution as string] ?? ''}: ${String(reason)}`,
  'candidate.decide': ({ resolution, reason }) => `${RESOLUTION_WORD[resolution as string] ?? ''}: ${String(reason)}`,
  'paper.add': ({ name, bytes, digest, sent }) =>
    `${String(name)}, ${count(Number(bytes), 'byte', 'bytes')}, digest ${String(digest)}…${typeof sent === 'string' ? `; scripts, actions and files in it were taken out of what was sent, digest ${sent}…` : ''}`,
  'paper.carry': ({ name, from }) => `${String(name)}, from file ${String(from)}`,
  'paper.judge': ({ verdict, reason, page, amount }, file) =>
    verdict === 'sentBack' ? `sent back: ${String(reason)}` : `accepted: page ${String(page)}${amount === null ? '' : `, shows ${moneyOf(file, amount)}`}`,
  'signer.read': ({ pages, times }) =>
    `${count(Number(pages), 'page', 'pages')}, in sight for ${inMinutes((times as number[]).reduce((so, one) => so + one, 0))} in all`,
  'signer.sign': ({ mark, choice }) => `${RESOLUTION_WORD[mark as string] ?? ''}; chose “${String(choice)}”`,
  'decision.approve': ({ comment }) => (typeof comment === 'string' ? comment : ''),
  'decision.sendBack': ({ comment }) => (typeof comment === 'string' ? comment : ''),
  'decision.counter': noWords,
  'decision.decline': noWords,
  'decision.proposeDecline': noWords,
  'decision.recommend': ({ comment }) => (typeof comment === 'string' ? comment : ''),
  'decision.goOn': ({ comment }) => (typeof comment === 'string' ? comment : ''),
  'decision.undo': ({ comment }) => (typeof comment === 'string' ? comment : ''),
  'decision.appeal': ({ comment }) => (typeof comment === 'string' ? comment : ''),
  'offer.make': ({ terms, until }, file) => `${moneyOf(file, (terms as { amount: number }).amount)}, until ${dateInWords(String(until))}`,
  'notice.send': ({ kind, channel }) => `${NOTICE_WORD[kind as string] ?? String(kind)}, by ${channel === 'none' ? 'no channel' : String(channel)}`,
  'underwriting.make': ({ outcome, loading, perMille, overruled }) =>
    [
      UNDERWRITTEN_LABEL[outcome as keyof typeof UNDERWRITTEN_LABEL].toLowerCase(),
      Number(loading) > 0 ? `${Number((Number(loading) * 100).toFixed(2))} % more` : '',
      Number(perMille) > 0 ? `${String(perMille)} per mille more` : '',
      overruled === true ? 'otherwise than the manual' : '',
    ]
      .filter(Boolean)
      .join(', '),
  'premium.order': ({ amount }, file) => moneyOf(file, amount),
  'premium.collect': ({ amount, reference }, file) => `${moneyOf(file, amount)}, debit ${String(reference)}`,
  'refund.order': ({ amount }, file) => moneyOf(file, amount),
  'refund.pay': ({ amount, reference }, file) => `${moneyOf(file, amount)}, transfer ${String(reference)}`,
  'producers.name': ({ producers }) => String(producers),
  'policyChange.propose': ({ on, reason }) => `from ${dateInWords(String(on))}: ${String(reason)}`,
  'policyChange.make': ({ on, amount }, file) =>
    `from ${dateInWords(String(on))}, ${moneyOf(file, Math.abs(Number(amount)))} ${Number(amount) < 0 ? 'back' : 'charged'}`,
  'policyChange.refuse': ({ comment }) => (typeof comment === 'string' ? comment : ''),
  'assistance.give': ({ most, year }, file) => `${moneyOf(file, most)} a month at most, for ${String(year)}`,
  'assistance.read': ({ how }) => (CONSENT_WAY_LABEL as Record<string, string>)[String(how)]?.toLowerCase() ?? '',
  ...Object.fromEntries(
    ['receipt.bank', 'receipt.card', 'giveBack.bank', 'giveBack.card'].flatMap((purpose): [string, (kept: Kept, file: FileState) => string][] => [
      [`${purpose}.order`, ({ amount }, file) => moneyOf(file, amount)],
      [`${purpose}.unknown`, ({ amount, problem }, file) => `${moneyOf(file, amount)}: ${String(problem)}`],
      [`${purpose}.refused`, ({ amount, problem }, file) => `${moneyOf(file, amount)}: ${String(problem)}`],
      [`${purpose}.differs`, ({ amount, problem }, file) => `${moneyOf(file, amount)} was ordered. ${String(problem)}`],
      [`${purpose}.settle`, ({ outcome, word }) => `${outcome === 'madeRight' ? 'made right by the bank' : 'it came back'}: ${String(word)}`],
    ]),
  ),
  'receipt.take': paymentWords,
  'receipt.giveBack': paymentWords,
  'receipt.come': ({ amount, reference }, file) => `${moneyOf(file, amount)}, ${String(reference)}`,
  'receipt.gone': ({ amount, reference }, file) => `${moneyOf(file, amount)}, ${String(reference)}`,
  'record.room': ({ state, note }) => [state === null ? 'not said' : ROOM_STATE_LABEL[state as RoomState], note].filter(Boolean).join(', '),
  'record.sign': ({ name }) => String(name),
  'keys.handOver': ({ keys, to, early }) =>
    `${count(Number(keys), 'key', 'keys')} to ${String(to)}${typeof early === 'string' ? `, before the first day: ${early}` : ''}`,
  'leaseNotice.take': ({ personId, givenOn, last, agreed }, file) =>
    `by ${typeof personId === 'string' ? nameIn(file)(personId) : 'the house'} on ${dateInWords(String(givenOn))}, last day ${dateInWords(String(last))}${typeof agreed === 'string' ? `, as both agreed: ${agreed}` : ''}`,
  'lines.send': ({ lines, withdrawn }) => `${String(lines)} sent${Number(withdrawn) > 0 ? `, ${String(withdrawn)} taken out` : ''}`,
  'lines.answer': ({ accepted, rejected }) => `${String(accepted)} accepted${Number(rejected) > 0 ? `, ${String(rejected)} rejected` : ''}`,
  'policy.reject': ({ faults }) => (faults as string[]).join('; '),
  'policy.end': ({ on, refund, reason }, file) => `on ${dateInWords(String(on))}, ${moneyOf(file, refund)} comes back: ${String(reason)}`,
  'payout.verify': ({ problem, ending, name }) =>
    typeof problem === 'string' && problem ? problem : `the account ending ${String(ending)} belongs to ${String(name)}`,
  'payout.order': ({ amount }, file) => moneyOf(file, amount),
  'payout.unknown': ({ amount, problem }, file) => `${moneyOf(file, amount)}: ${String(problem)}`,
  'payout.refused': ({ amount, problem }, file) => `${moneyOf(file, amount)}: ${String(problem)}`,
  'payout.differs': ({ amount, problem }, file) => `${moneyOf(file, amount)} was ordered. ${String(problem)}`,
  'payout.settle': ({ outcome, word }) => `${outcome === 'madeRight' ? 'made right by the bank' : 'the money came back'}: ${String(word)}`,
  'payout.release': ({ amount, reference, by, to }, file) =>
    `${moneyOf(file, amount)}${typeof to === 'string' ? ` to ${to}` : ''}, transfer ${String(reference)}, released by ${String(by)}`,
};

/** What was consented to, its version, its language, and how: as words of the file's product and place. */
function consentWords(value: string, file: FileState): string {
  return value
    .split(', ')
    .map((word) => {
      const text = file.product.consents.find(({ kind }) => kind === word)?.label;
      const language = file.pack.languages.find(({ code }) => code === word)?.label;
      const way = Object.entries(CONSENT_WAY_LABEL)
        .find(([code]) => code === word)?.[1]
        .toLowerCase();
      return text ?? language ?? way ?? word;
    })
    .join(', ');
}

const OFFER_WAY: Record<string, string> = { frontDoor: 'at the front door', inPerson: 'in person', phone: 'by phone', post: 'by post' };
const PLAIN: Record<string, (value: string, file: FileState) => string> = {
  'offer.accept': (how) => OFFER_WAY[how] ?? how,
  'offer.refuse': (how) => OFFER_WAY[how] ?? how,
  'offer.takeBack': () => '',
  'offer.lapse': (day) => dateInWords(day),
  'file.closeIncomplete': (day) => dateInWords(day),
  'consent.record': consentWords,
  'consent.withdraw': consentWords,
  'file.lapse': (days) => (/^\d+$/.test(days) ? `nobody worked on it for ${count(Number(days), 'day', 'days')}` : days),
  'file.warn': (days) => (/^\d+$/.test(days) ? `lapses in ${count(Number(days), 'day', 'days')}` : days),
  'signer.read': (pages) => (/^\d+$/.test(pages) ? `${count(Number(pages), 'page', 'pages')} to the end` : pages),
  'payout.ask': (ending) => `the account ending ${ending}`,
  'record.picture': () => '',
  'duplicate.review': (verdict) => (verdict === 'confirmed' ? 'two persons' : (RESOLUTION_WORD[verdict] ?? verdict)),
};

/** A value in a history as people read it, by the description of what it is of. */
export function showHistoryValue(entry: Pick<HistoryEntry, 'act' | 'subject'>, value: string | null, file: FileState): string {
  if (value === null || value === '') return '';
  const words = wordsFrom(value);
  if (typeof words === 'object') return speakerFor(file.pack)(words);
  const [kind = '', id = '', field] = entry.subject.split('/');
  if (entry.act === 'file.move' || entry.act === 'file.stage') return STAGE_LABEL[value as Stage];
  if (entry.act === 'details.set' && isEntity(kind)) {
    const described = fieldOf(kind, field ?? id);
    if (!described) return value;
    return described.kind === 'code' ? '' : saidValue(described, value, file.pack, nameIn(file));
  }
  if ((entry.act === 'details.add' || entry.act === 'details.remove') && isRowEntity(kind)) return rowWords(kind, keptIn(value) ?? oldRow(kind, value), file);
  const kept = keptIn(value);
  if (kept) return SAYS[entry.act]?.(kept, file) ?? '';
  if (/^[0-9a-f]{64}$/.test(value)) return `document ${value.slice(0, 12)}…`;
  return PLAIN[entry.act]?.(value, file) ?? RESOLUTION_WORD[value] ?? value;
}

/** Whose row something is: the person themselves, or the one that the row belongs to. */
function ownerOf(kind: RowEntity, id: string, file: FileState): FileState['people'][number] | undefined {
  const personId = kind === 'person' ? id : rowIn(file, kind, id)?.['personId'];
  return file.people.find((person) => person.id === personId);
}

const OTHER_WORD: Record<string, string> = { condition: 'condition', figure: 'figure', income: 'question about an income' };

/** What an entry is about, in the words of the file. */
/** What a condition asks for and of whom, or the name of a paper; nothing where it is about neither. */
function paperWords(kind: string, id: string, file: FileState): string {
  if (kind === 'paper') return file.papers.find((paper) => paper.id === id)?.name ?? '';
  if (kind !== 'condition') return '';
  const condition = conditionsOf(file).find(({ key }) => key === id);
  return condition ? [condition.title, condition.about].map(speakerFor(file.pack)).filter(Boolean).join(', ') : '';
}
export function subjectWords(subject: string, file: FileState): string {
  const [kind = '', id = '', field] = subject.split('/');
  const papers = paperWords(kind, id, file);
  if (papers) return papers;
  if (kind === 'room') return id;
  if (kind === 'request') return `request: ${labelInside('request', id)}`;
  if (!isRowEntity(kind) || !id) return OTHER_WORD[kind.split(':')[0] ?? ''] ?? '';
  const person = ownerOf(kind, id, file);
  const word = kind === 'person' && person ? personName(person) : `${descriptionOf(kind).word}${person ? ` of ${personName(person)}` : ''}`;
  return field ? `${word}: ${labelInside(kind, field)}` : word;
}

/** An entry of the history as a sentence without its actor. */
export function describeEntry(entry: HistoryEntry, file: FileState): string {
  const what = actWords(entry.act);
  const about = subjectWords(entry.subject, file);
  const after = showHistoryValue(entry, entry.after, file);
  return [what, about, after && !/^(agreement|application)\.(seal|make)$/.test(entry.act) ? `→ ${after}` : ''].filter(Boolean).join(' ');
}
export const actWords = (act: string): string => ACT[act] ?? 'did something that this Cavren doesn’t know';
