import {
  appealUntil,
  dayInWords,
  inPercent,
  moneyIn,
  personName,
  principalReasons,
  say,
  type FilePerson,
  type FileState,
  type Notice,
  type Words,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { factRows, makePdf } from '../pdf/index';

interface Told {
  lender: string;
  /** As it stands on a letter; null where none is known. */
  address: string | null;
  person: FilePerson;
  subject: Words;
  text: Words;
}

/** A notice of what was decided, as the place asks for it (in the United States 12 CFR 1002.9, from memory). */
export async function noticePdf(file: FileState, notice: Pick<Notice, 'kind' | 'madeAt' | 'respondBy'> & { lines: Words[] }, told: Told): Promise<Buffer> {
  const speak = speakerFor(file.pack);
  const date = (value: string): string => dayInWords(value, file.pack.timeZone);
  const rules = file.pack.notices;
  const heading = (words: Words) => ({ text: speak(words), style: 'heading' });
  const creditor = rules?.creditor ?? { name: told.lender, address: [] };
  const saysNo = notice.kind === 'declined' || notice.kind === 'counterOffer';
  return makePdf(
    [
      { text: creditor.name, bold: true },
      { text: creditor.address.join('\n'), margin: [0, 0, 0, 14] },
      { text: told.address ?? personName(told.person), margin: [0, 0, 0, 14] },
      { text: speak(say('notice.head', { day: date(notice.madeAt), reference: file.reference, product: file.product.name })), margin: [0, 0, 0, 10] },
      { text: speak(told.subject), style: 'title', margin: [0, 0, 0, 8] },
      // What goes to another insurer speaks for whoever signed it, and not to them.
      ...(notice.kind === 'replacement'
        ? []
        : [
            { text: speak(say('notice.dear', { name: personName(told.person) })), margin: [0, 0, 0, 6] },
            { text: speak(bodyOf(notice, told)), margin: [0, 0, 0, 6] },
          ]),
      ...(notice.lines.length > 0 ? [{ ul: notice.lines.map((line) => speak(line)), margin: [0, 0, 0, 6] }] : []),
      ...(notice.respondBy && notice.kind === 'incomplete' ? [{ text: speak(say('notice.respondBy', { day: date(notice.respondBy) })) }] : []),
      ...(notice.kind === 'counterOffer' ? offerOf(file) : []),
      ...(saysNo
        ? [
            heading(notice.kind === 'declined' ? say('notice.principalReasons') : say('notice.whyNotAsAsked')),
            { ul: principalReasons(file).map((reason) => speak(reason)) },
          ]
        : []),
      ...(notice.kind === 'declined' ? whatNow(file) : []),
      ...(saysNo && rules
        ? [
            heading(say('notice.yourRights')),
            { text: rules.statement, margin: [0, 0, 0, 6] },
            { text: speak(say('notice.agency', { name: rules.agency.name, address: rules.agency.address.join(', ') })) },
          ]
        : []),
      ...(file.pack.contact
        ? [{ text: speak(say('notice.call', { phone: file.pack.contact.phone, hours: file.pack.contact.hours })), style: 'small', margin: [0, 16, 0, 0] }]
        : []),
    ],
    speak(say('notice.title', { reference: file.reference })),
    { paper: file.pack.paper, large: told.person.largePrint },
  );

  function offerOf({ offer, pack }: FileState): object[] {
    if (!offer) return [];
    const money = moneyIn(pack);
    const { terms } = offer;
    const rows: [Words, string][] = [
      [say('notice.amount'), money(terms.amount)],
      ...(terms.termMonths === null ? [] : [[say('notice.term'), speak(say('notice.months', { months: terms.termMonths }))] satisfies [Words, string]]),
      ...(terms.payment === null ? [] : [[say('notice.payment'), money(terms.payment)] satisfies [Words, string]]),
      ...(terms.rate === null ? [] : [[say('notice.rate'), inPercent(terms.rate)] satisfies [Words, string]]),
      ...(terms.totalPayable === null ? [] : [[say('notice.total'), money(terms.totalPayable)] satisfies [Words, string]]),
      [say('notice.until'), date(offer.until)],
    ];
    return [
      heading(say('notice.whatWeOffer')),
      factRows(rows.map(([label, value]) => [speak(label), value])),
      ...(offer.conditions.length > 0 ? [heading(say('notice.onCondition')), { ul: offer.conditions.map(({ text }) => text) }] : []),
    ];
  }

  function whatNow(of: FileState): object[] {
    const until = appealUntil(of);
    return until === null ? [] : [heading(say('notice.whatNow')), { text: speak(say('notice.appeal', { day: date(until) })) }];
  }
}

const bodyOf = ({ kind }: Pick<Notice, 'kind'>, { text }: Told): Words =>
  kind === 'declined' ? say('notice.declined') : kind === 'counterOffer' ? say('notice.counter') : text;
