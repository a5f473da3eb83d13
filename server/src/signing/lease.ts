import {
  chargeDue,
  dateInWords,
  depositCapOf,
  lastDayOf,
  lateCapOf,
  lateFeeInWords,
  leaseCharges,
  leaseTermsOf,
  moneyIn,
  partiesOf,
  personName,
  PET_KIND_LABEL,
  plays,
  say,
  waivedFees,
  type FileState,
  type IsoDate,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { factRows, makePdf } from '../pdf/index';

/** The lease of a unit, as its signers get it: who, what, from when until when, what it costs, what is asked before the keys, the rules of the house. */
export async function leasePdf(file: FileState, lender: string, today: IsoDate): Promise<Buffer> {
  const terms = leaseTermsOf(file);
  const { lease } = file.product;
  const { unit } = file;
  if (!terms || !lease || !unit) throw new Error('A lease needs a unit, a rent and a term');
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const { creditor } = file.pack.notices ?? {};
  const landlord = creditor ? [creditor.name, ...creditor.address].join(', ') : lender;
  const cap = depositCapOf(file);
  const lateCap = lateCapOf(file.pack, unit.unit.region);
  const heading = (text: string) => ({ text, style: 'heading' });
  const soft = (text: string) => ({ text, color: '#444444' });
  const inBold = (amount: number) => ({ text: money(amount), alignment: 'right', bold: true });
  /** What is paid, when, and how much. */
  const dueRows = (rows: [string, string, number][]): object => ({
    table: {
      widths: ['*', 150, 80],
      body: rows.map(([what, when, amount]): (string | object)[] => [what, soft(when), inBold(amount)]),
    },
    layout: 'lightHorizontalLines',
    margin: [0, 0, 0, 8],
  });
  const living = file.people.filter((person) => plays(person, ['householdMember', 'dependant']));
  const charges = leaseCharges(file);
  const { plan } = unit.unit;
  const label = (code: string) => speak(say('lease.pdf', { what: code }));
  return makePdf(
    [
      { text: file.product.signing.title, style: 'title' },
      { text: speak(say('agreement.lenderFileReferenceMadeToday', { lender, reference: file.reference, today: dateInWords(today) })), margin: [0, 2, 0, 8] },
      heading(label('who')),
      {
        ul: [
          speak(say('lease.landlord', { landlord })),
          ...partiesOf(file).map((party) =>
            speak(say('agreement.party', { name: personName(party), born: party.birthDate ? dateInWords(party.birthDate) : '—', role: party.role })),
          ),
          ...(living.length > 0 ? [speak(say('lease.livesThere', { names: { all: living.map(personName), by: 'and' } }))] : []),
        ],
      },
      heading(label('what')),
      factRows([
        [label('unit'), `${unit.unit.label}, ${plan.label}`],
        [label('size'), `${plan.size} ${plan.sizeUnit}`],
        [label('rooms'), plan.rooms.join(', ')],
        [label('includes'), [...plan.includes, ...unit.unit.access].join(', ') || '—'],
        ...(file.pets.length > 0
          ? [
              [
                label('pets'),
                file.pets
                  .map(({ kind, breed, serviceAnimal }) =>
                    [breed ?? (kind ? PET_KIND_LABEL[kind] : '—'), ...(serviceAnimal ? [label('assistance')] : [])].join(', '),
                  )
                  .join('; '),
              ] as [string, string],
            ]
          : []),
        ...(file.vehicles.length > 0 ? [[label('vehicles'), file.vehicles.map(({ plate, make }) => plate ?? make ?? '—').join(', ')] as [string, string]] : []),
      ]),
      heading(label('term')),
      factRows([
        [label('from'), dateInWords(terms.startsOn)],
        [label('until'), dateInWords(lastDayOf(terms.endsOn))],
        [label('notice'), speak(say('lease.noticeIs', { months: lease.notice.months, by: { day: terms.noticeBy }, end: lease.notice.end }))],
      ]),
      heading(label('rent')),
      factRows([
        [label('rentMonth'), money(terms.rent)],
        ...terms.extras.map((extra): [string, string] => [speak(extra.label), money(extra.value)]),
        [label('due'), speak(say('lease.dueFirst'))],
        [label('late'), speak(lateFeeInWords(lease.late, lateCap, terms.rent, terms.startsOn))],
        ...(lateCap ? [[label('lateLaw'), lateCap.source] as [string, string]] : []),
      ]),
      heading(label('before')),
      dueRows(charges.map((charge) => [speak(charge.label), charge.dueOn ? dateInWords(charge.dueOn) : speak(chargeDue(charge, file.product)), charge.amount])),
      ...(waivedFees(file).length > 0 ? [{ text: speak(say('lease.waived', { fees: { all: waivedFees(file).map((fee) => fee.label), by: 'and' } })) }] : []),
      ...(cap
        ? [
            {
              text: speak(say('lease.depositLaw', { source: cap.source, back: cap.backWithinDays === null ? 'none' : 'days', days: cap.backWithinDays ?? 0 })),
              margin: [0, 0, 0, 8],
            },
          ]
        : []),
      heading(label('everyMonth')),
      {
        table: {
          headerRows: 1,
          widths: ['*', '*', 'auto'],
          body: [
            [label('month'), label('dueOn'), label('rent')].map((text, at) => ({ text, bold: true, alignment: at > 1 ? 'right' : 'left' })),
            ...terms.months.map(({ from, until, dueOn, term, free }) => [
              `${dateInWords(from)} – ${dateInWords(lastDayOf(until))}`,
              dateInWords(dueOn),
              { text: free ? label('free') : money(term.value), alignment: 'right' },
            ]),
          ],
        },
        layout: 'lightHorizontalLines',
        fontSize: 8,
      },
      heading(label('rules')),
      { ol: [...lease.houseRules] },
      ...(file.product.signing.initials.length > 0 ? [heading(label('initials')), { ul: file.product.signing.initials.map(({ text }) => text) }] : []),
      heading(label('declare')),
      {
        ol: [
          speak(say('lease.declareComplete')),
          speak(say('lease.declareRent')),
          speak(say('lease.declareEach')),
          speak(say('lease.declareRules')),
          speak(say('agreement.iAnswerFollowingQuestionAs', { question: file.product.signing.choice.question })),
        ],
      },
    ],
    speak(say('agreement.titleFileReference', { title: file.product.signing.title, reference: file.reference })),
    { paper: file.pack.paper },
  );
}
