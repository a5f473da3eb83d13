import {
  asksAssistance,
  assistanceLacks,
  assistanceOf,
  assistanceStanding,
  barToPlan,
  figuresOfAssistance,
  inPercent,
  isEnded,
  say,
  type AssistanceFigures,
  type AssistanceResult,
  type DetailChange,
  type FileState,
  type Words,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import type { Actor } from '../http/index';
import { PROBLEM } from './problems';
import type { AssistanceStore } from './store';

/** What a household is given towards its premium: worked, told in a letter, and read before a plan is chosen. */
export function assistanceService({ services }: House, store: AssistanceStore) {
  /** Marks a result as read, once; one that isn't the newest any more, or says something else than is worked now, can't be. */
  async function read(change: FileChange, resultId: string, how: NonNullable<AssistanceResult['readHow']>): Promise<void> {
    const { file, today, actor, now, tx } = change;
    const result = file.assistanceResult;
    if (!asksAssistance(file) || isEnded(file.stage)) throw PROBLEM.notAsked();
    if (!result) throw PROBLEM.noResult();
    if (result.id !== resultId || assistanceStanding(file, assistanceOf(file, today)) === 'toGive') throw PROBLEM.changed();
    if ((await store.read(result.id, { readAt: now, readBy: actor.name, readHow: how }, tx)) === 0) throw PROBLEM.read();
    await change.reload('assistanceResult');
    change.record('assistance.read', 'request', null, JSON.stringify({ how }));
  }

  return {
    read,
    /** Gives the result as it is worked now to those who apply: by letter, or by a message that leads to it. */
    give: (reference: string, version: number, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file, today } = change;
        if (!asksAssistance(file) || isEnded(file.stage)) throw PROBLEM.notAsked();
        const given = assistanceOf(file, today);
        if (!given) throw PROBLEM.lacks({ what: assistanceLacks(file, today)?.what ?? '' });
        if (assistanceStanding(file, given) !== 'toGive') throw PROBLEM.given();
        const figures = figuresOfAssistance(given);
        const row = { id: nanoid(), fileId: change.row.id, figures, givenAt: change.now, givenBy: actor.name, readAt: null, readBy: null, readHow: null };
        await store.insert(row, change.tx);
        await change.reload('assistanceResult');
        change.record('assistance.give', 'request', null, JSON.stringify({ most: figures.most, year: figures.year }));
        const applicants = file.people.filter(({ role }) => role === 'applicant');
        await services.notices.send(change, 'assistance', applicants, { lines: letterOf(file, figures) });
      }),
    readAtDesk: (
      reference: string,
      version: number,
      resultId: string,
      how: Exclude<NonNullable<AssistanceResult['readHow']>, 'frontDoor'>,
      actor: Actor,
    ): Promise<Changed> => services.files.change({ reference }, { version, actor }, (change) => read(change, resultId, how)),
    /** The plan that who applies chooses for everybody covered. */
    async choosePlan(change: FileChange, plan: string): Promise<void> {
      const { file } = change;
      const bar = barToPlan(file);
      if (bar !== null) throw PROBLEM.planBarred({ why: bar });
      if (!file.product.cover?.plans.some(({ code }) => code === plan)) throw PROBLEM.noPlan({}, 'plan');
      const changes = file.covers.map(({ id }): DetailChange => ({ op: 'set', entity: 'cover', id, field: 'plan', value: plan }));
      await services.details.applyAgreed(change, changes);
    },
  };
}
export type AssistanceService = ReturnType<typeof assistanceService>;

/** What a result says, line by line, in plain words. */
export function letterOf(file: Pick<FileState, 'product'>, figures: AssistanceFigures): Words[] {
  const { year, size, income, guideline, share, percentage, expected, benchmark, most, covered } = figures;
  const days = file.product.conditions.find(({ subject }) => subject === 'assistance')?.within;
  return [
    say('assistance.letterIncome', { year, size, income: { money: income } }),
    say('assistance.letterGuideline', { size, guideline: { money: guideline }, share: inPercent(share) }),
    ...(percentage !== null && expected !== null && benchmark !== null
      ? [
          say('assistance.letterExpected', { percentage: inPercent(percentage), expected: { money: expected } }),
          say('assistance.letterBenchmark', { plan: benchmark.plan, amount: { money: benchmark.amount } }),
        ]
      : []),
    most > 0 ? say('assistance.letterMost', { most: { money: most } }) : say('assistance.letterNothing'),
    ...covered.flatMap(({ name, why }) => (why === null ? [] : [say('assistance.letterNot', { name, why })])),
    ...(most > 0 && days !== undefined ? [say('assistance.letterProve', { days })] : []),
    say('assistance.letterNext'),
  ];
}
