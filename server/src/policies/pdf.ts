import {
  applicantOf,
  chargesOf,
  dateInWords,
  INTEREST_KIND_LABEL,
  lineCosts,
  lineName,
  moneyIn,
  newestOf,
  personName,
  premiumOf,
  say,
  underwritingOf,
  type FileState,
  type Policy,
  type Words,
} from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { factRows, makePdf } from '../pdf/index';

const title = (text: string) => ({ text, style: 'title', margin: [0, 0, 0, 8] });
const heading = (text: string) => ({ text, style: 'heading' });

/** What is covered, for whom, from when, and what it costs, with the terms and what one may do: as it is handed to the holder. */
export async function schedulePdf(file: FileState, policy: Policy): Promise<Buffer> {
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const rules = file.product.cover;
  const holder = applicantOf(file);
  const premium = premiumOf(file, policy.startsOn);
  const beneficiaries = file.people.filter((person) => person.role === 'beneficiary');
  const covered = file.covers.flatMap((cover) => {
    const person = file.people.find(({ id }) => id === cover.personId);
    const plan = rules?.plans.find(({ code }) => code === cover.plan);
    const said = underwritingOf(file, cover);
    const riders = file.riders
      .filter(({ personId }) => personId === cover.personId)
      .flatMap(({ code }) => rules?.riders.filter((one) => one.code === code) ?? []);
    const leftOut = [...(plan?.leavesOut ?? []), ...(said?.exclusions ?? [])];
    const rows: [string, string][] = [
      [speak(say('policyPaper.plan')), plan?.label ?? ''],
      ...(cover.benefit === null
        ? [[speak(say('policyPaper.meets')), plan?.says ?? ''] satisfies [string, string]]
        : [
            [speak(say('policyPaper.benefit')), money(cover.benefit)] satisfies [string, string],
            [speak(say('policyPaper.waits')), speak(say('policyPaper.days', { days: Number(cover.waitingDays) }))] satisfies [string, string],
            [speak(say('policyPaper.paidFor')), speak(say('policyPaper.months', { months: Number(cover.benefitMonths) }))] satisfies [string, string],
          ]),
      ...riders.map(({ label, says }): [string, string] => [label, says]),
      [speak(say('policyPaper.leftOut')), leftOut.length > 0 ? leftOut.join('\n') : speak(say('policyPaper.nothing'))],
    ];
    return [heading(person ? personName(person) : ''), factRows(rows)];
  });
  const first: [string, string][] = [
    [speak(say('policyPaper.number')), policy.number ?? ''],
    [speak(say('policyPaper.holder')), holder ? personName(holder) : ''],
    [speak(say('policyPaper.from')), dateInWords(policy.startsOn)],
    [speak(say('policyPaper.until')), dateInWords(policy.endsOn)],
    [speak(say('policyPaper.premium', { mode: premium?.mode.label ?? '' })), money(policy.premium)],
    [speak(say('policyPaper.year')), money(policy.year)],
  ];
  return makePdf(
    [
      title(file.product.name),
      factRows(first),
      ...covered,
      ...linesOf(file, policy),
      ...(beneficiaries.length > 0
        ? [
            heading(speak(say('policyPaper.beneficiaries'))),
            {
              ul: beneficiaries.map((person) =>
                speak(say('policyPaper.beneficiary', { name: personName(person), share: person.share ?? 0, rank: person.beneficiaryRank ?? 'first' })),
              ),
            },
          ]
        : []),
      heading(speak(say('policyPaper.payments'))),
      { ul: (premium ? chargesOf(premium, policy.startsOn) : []).map(({ dueOn, amount }) => `${dateInWords(dueOn)}: ${money(amount)}`), style: 'small' },
      heading(speak(say('policyPaper.rights'))),
      { ul: rightsOf(file, policy).map((words) => speak(words)) },
    ],
    speak(say('policyPaper.title', { number: policy.number ?? '' })),
    { paper: file.pack.paper, large: holder?.largePrint ?? false },
  );
}

/** What is covered line by line, with those who have an interest in it. */
function linesOf(file: FileState, { startsOn }: Policy): object[] {
  const speak = speakerFor(file.pack);
  const money = moneyIn(file.pack);
  const rules = file.product.cover?.lines;
  if (!rules) return [];
  const head = ['line', 'place', 'units', 'insured', 'weeks', 'toPay'].map((what) => ({ text: speak(say('policyPaper.lineHead', { what })), bold: true }));
  const rows = lineCosts(file, startsOn).flatMap((cost, at) => {
    const line = file.coverLines[at];
    if (!cost || !line) return [];
    const number = newestOf(file, line.id)?.number;
    const place = rules.places.find(({ code }) => code === line.place)?.label ?? '';
    return [
      [
        `${speak(lineName(file, line))}${number ? `\n${number}` : ''}`,
        place,
        String(line.units),
        money(cost.insured),
        String(line.weeks),
        money(cost.term.value),
      ],
    ];
  });
  const interests = file.interests.map(({ who, kind, lineId, share }) => {
    const of = file.coverLines.find(({ id }) => id === lineId);
    return `${who ?? ''}: ${kind === null ? '' : INTEREST_KIND_LABEL[kind]}, ${String(share)} %${of ? `, ${speak(lineName(file, of))}` : ''}`;
  });
  return [
    heading(speak(say('policyPaper.lines'))),
    { table: { widths: ['*', 70, 40, 80, 36, 70], headerRows: 1, body: [head, ...rows] }, layout: 'lightHorizontalLines', style: 'small' },
    ...(interests.length > 0 ? [heading(speak(say('policyPaper.interests'))), { ul: interests }] : []),
  ];
}

function rightsOf({ pack, product }: FileState, { freeLookUntil }: Policy): Words[] {
  return [
    ...(freeLookUntil ? [say('policyPaper.freeLook', { until: { day: freeLookUntil } })] : []),
    say('policyPaper.end'),
    ...(product.cover ? [product.cover.policy.claim] : []),
    ...(pack.contact ? [say('policyPaper.call', { phone: pack.contact.phone, hours: pack.contact.hours })] : []),
  ];
}

/** A card for each who is covered, to be cut out. */
export async function cardsPdf(file: FileState, policy: Policy): Promise<Buffer> {
  const speak = speakerFor(file.pack);
  const cards = file.covers.map((cover) => {
    const person = file.people.find(({ id }) => id === cover.personId);
    return {
      table: {
        widths: [240],
        body: [
          [
            {
              stack: [
                { text: file.product.name, bold: true },
                { text: person ? personName(person) : '', margin: [0, 6, 0, 0] },
                { text: speak(say('policyPaper.cardNumber', { number: policy.number ?? '' })) },
                { text: speak(say('policyPaper.cardFrom', { from: { day: policy.startsOn }, until: { day: policy.endsOn } })), style: 'small' },
                ...(file.pack.contact ? [{ text: file.pack.contact.phone, style: 'small' }] : []),
              ],
              margin: [10, 10, 10, 10],
            },
          ],
        ],
      },
      margin: [0, 0, 0, 18],
      unbreakable: true,
    };
  });
  return makePdf(cards, speak(say('policyPaper.cards', { number: policy.number ?? '' })), { paper: file.pack.paper });
}
