import type { DoorHealth, HealthNext, HealthSaid, MakeUnderwriting, UnderwritingSheet } from '@cavren/contract';
import {
  assess,
  barToDecide,
  barToUnderwrite,
  healthAskedOf,
  healthAsked,
  healthLacks,
  healthSaid,
  healthStanding,
  isLocked,
  overrules,
  personName,
  underwrittenOf,
  type Authority,
  type Cover,
  type CoverRules,
  type FilePerson,
  type FileState,
  type UnderwritingOutcome,
  type HealthAnswer,
  type HealthRules,
  type UnderwritingRules,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { forbidden, refused, type Actor } from '../http/index';
import { PROBLEM } from './problems';
import type { UnderwritingStore } from './store';

/** Questions about health, kept where only who gave the answers and who underwrites can read them, and what is made of them. */
export function underwritingService({ services, secrets }: House, store: UnderwritingStore) {
  const rulesOf = ({ product }: FileState): HealthRules => {
    const rules = product.cover?.health;
    if (!rules) throw PROBLEM.notAsked();
    return rules;
  };
  function askedPerson(file: FileState, personId: string): FilePerson {
    const person = healthAskedOf(file).find(({ id }) => id === personId);
    if (!person) throw PROBLEM.notAsked();
    return person;
  }

  /** What was said, as it has to be for its question; nothing that the question doesn't ask for. */
  function judged(rules: HealthRules, known: readonly HealthAnswer[], said: HealthSaid, today: string): HealthAnswer {
    const question = healthAsked(rules, known).find(({ code }) => code === said.question);
    if (!question) throw PROBLEM.noQuestion({}, 'question');
    const given = { since: said.since !== null, words: said.words !== null, medication: said.medications.length > 0, physician: said.physician !== null };
    const extra = Object.entries(given).find(([detail, there]) => there && (said.answer === 'no' || !question.details.some((one) => one === detail)));
    if (extra) throw PROBLEM.noDetails({}, extra[0]);
    const [lacking] = healthLacks(question, said);
    if (lacking) throw PROBLEM.lacks({ detail: lacking }, lacking);
    const months = [said.since, ...said.medications.map(({ since }) => since)].filter((month) => month !== null);
    if (months.some((month) => month > today.slice(0, 7))) throw PROBLEM.future({}, 'since');
    const unknown = said.medications.find(({ name }) => !rules.medications.includes(name));
    if (unknown) throw PROBLEM.unknownMedication({ name: unknown.name }, 'medication');
    return said;
  }

  async function nextFor(fileId: string, file: FileState, person: FilePerson): Promise<HealthNext> {
    const rules = rulesOf(file);
    const { state, next, bar } = healthStanding(rules, await store.answersOf(fileId, person.id));
    return {
      personId: person.id,
      name: personName(person),
      state,
      next: next && { code: next.code, text: next.text, details: next.details },
      bar: bar?.bars ? { ...bar.bars } : null,
      medications: rules.medications,
    };
  }

  /** Puts an answer where it belongs, and on the file only how far somebody is. */
  async function answer(change: FileChange, personId: string, said: HealthSaid): Promise<void> {
    const { file, row, tx } = change;
    const rules = rulesOf(file);
    const person = askedPerson(file, personId);
    if (isLocked(file)) throw PROBLEM.locked();
    const known = await store.answersOf(row.id, person.id, tx);
    const kept = judged(rules, known, said, change.today);
    await store.keepAnswer(row.id, person.id, kept, change.actor.name, change.now, tx);
    const now = [...known.filter(({ question }) => question !== kept.question), kept];
    const { state } = healthStanding(rules, now);
    const digest = secrets.searchHash(JSON.stringify(['health', row.id, person.id, healthSaid(rules, now).map(({ answer: one }) => one)]));
    await store.keepStanding(row.id, { personId: person.id, state, digest }, tx);
    await change.reload('health');
    change.record('health.answer', `person/${person.id}`, null, null);
  }

  const withRules = ({ product }: FileState): { cover: CoverRules; manual: UnderwritingRules } => {
    if (!product.cover?.underwriting) throw PROBLEM.notAsked();
    return { cover: product.cover, manual: product.cover.underwriting };
  };
  function refuseUnderwriting({ file, actor }: FileChange): void {
    const bar = barToDecide(file, actor.id);
    if (bar) throw forbidden(bar);
    if (file.stage !== 'deciding') throw PROBLEM.notYet();
  }
  /** What the manual makes of a cover. */
  async function assessed(change: FileChange, cover: Cover) {
    const { cover: rules, manual } = withRules(change.file);
    const asked = healthAskedOf(change.file).some(({ id }) => id === cover.personId);
    const answers = asked && rules.health ? await store.answersOf(change.row.id, cover.personId, change.tx) : [];
    return { asked, answers, rules, made: assess(rules, manual, cover, answers, change.today) };
  }

  return {
    answer,
    /** The next question of each who is asked, for who reads them aloud. */
    async next(reference: string): Promise<HealthNext[]> {
      const { row, file } = await services.files.state({ reference });
      return Promise.all(healthAskedOf(file).map((person) => nextFor(row.id, file, person)));
    },
    /** The same with what was said, for who said it. @param of of whom somebody may answer. */
    async ofThose(fileId: string, file: FileState, of: readonly FilePerson[]): Promise<DoorHealth> {
      const asked = file.product.cover?.health ? healthAskedOf(file).filter((person) => of.includes(person)) : [];
      const people = [];
      for (const person of asked) {
        const said = healthSaid(rulesOf(file), await store.answersOf(fileId, person.id));
        people.push({
          ...(await nextFor(fileId, file, person)),
          answers: said.map(({ question, answer: one }) => ({ text: question.text, details: question.details, said: one })),
        });
      }
      return { people };
    },
    /** What somebody underwrites by. That it was read is kept, as with every number that is shown. */
    async sheets(reference: string, actor: Actor): Promise<UnderwritingSheet[]> {
      const sheets: UnderwritingSheet[] = [];
      await services.files.change({ reference }, { version: null, actor }, async (change) => {
        refuseUnderwriting(change);
        for (const cover of change.file.covers) {
          const { asked, answers, rules, made } = await assessed(change, cover);
          const person = change.file.people.find(({ id }) => id === cover.personId);
          const said = asked && rules.health ? healthSaid(rules.health, answers) : [];
          sheets.push({
            coverId: cover.id,
            personId: cover.personId,
            name: person ? personName(person) : '',
            health: asked && rules.health ? healthStanding(rules.health, answers).state : null,
            answers: said.map(({ question, answer: one }) => ({ text: question.text, said: one })),
            manual: made,
          });
        }
        change.record('health.read', 'file', null, null);
      });
      return sheets;
    },
    /** What was underwritten goes on for a cover that is changed while its policy runs. */
    async carry(change: FileChange, { coverId, outcome, loading, perMille, exclusions, postponedUntil, about, health }: UnderwritingOutcome): Promise<void> {
      const { name: madeBy, id: madeById } = change.actor;
      await store.insertOutcome(
        {
          id: nanoid(),
          fileId: change.row.id,
          coverId,
          outcome,
          loading,
          perMille,
          exclusions,
          postponedUntil,
          overruled: false,
          reason: null,
          about,
          health,
          madeBy,
          madeById,
          madeAt: change.now,
        },
        change.tx,
      );
      await change.reload('underwritings');
    },
    /** Says what somebody's cover is given at. Another way than the manual takes a reason, a milder one authority. */
    async underwrite(reference: string, wish: MakeUnderwriting, actor: Actor, authority: Authority): Promise<Changed> {
      return services.files.change({ reference }, { version: wish.version, actor }, async (change) => {
        refuseUnderwriting(change);
        const cover = change.file.covers.find(({ id }) => id === wish.coverId);
        if (!cover) throw PROBLEM.noCover();
        const { asked, answers, rules, made } = await assessed(change, cover);
        if (asked && rules.health && healthStanding(rules.health, answers).state !== 'complete') throw PROBLEM.healthOpen();
        const { outcome, loading, perMille, exclusions, postponedUntil, reason } = wish;
        const said = { outcome, loading, perMille, exclusions, postponedUntil };
        const bar = barToUnderwrite({ ...said, reason }, made, authority);
        if (bar) throw refused('underwriting', bar);
        const health = change.file.health.find(({ personId }) => personId === cover.personId)?.digest ?? null;
        const id = nanoid();
        await store.insertOutcome(
          {
            id,
            fileId: change.row.id,
            coverId: cover.id,
            ...said,
            overruled: overrules(said, made),
            reason,
            about: underwrittenOf(cover),
            health,
            madeBy: actor.name,
            madeById: actor.id,
            madeAt: change.now,
          },
          change.tx,
        );
        await change.reload('underwritings');
        change.record('underwriting.make', `person/${cover.personId}`, null, JSON.stringify({ outcome, loading, perMille, overruled: overrules(said, made) }));
      });
    },
  };
}
export type UnderwritingService = ReturnType<typeof underwritingService>;
