import type { HealthDetail, HealthQuestion, HealthRules } from '../../file/product/index';
import type { FilePerson } from '../../people/people/index';
import type { FileState } from '../../file/state/index';
import { isOpenEnrolled } from '../enrolment/index';

/** A medication that somebody takes, from the product's list. */
export interface Medication {
  name: string;
  dose: string;
  since: string;
  reason: string;
}

/** What somebody said to a question about their health. It is kept apart from the file: whoever underwrites reads it, and who gave it. */
export interface HealthAnswer {
  question: string;
  answer: 'yes' | 'no';
  /** Of a yes: since when, as a month (2024-03), and in words what it is. */
  since: string | null;
  words: string | null;
  medications: Medication[];
  /** Whom to ask. */
  physician: string | null;
}

export const NO_DETAILS = { since: null, words: null, medications: [], physician: null } as const satisfies Omit<HealthAnswer, 'question' | 'answer'>;

/** The questions that somebody is asked, in their order: follow-ups only after the answer that they follow. What comes after a knock-out isn't asked. */
export function healthAsked({ questions }: HealthRules, answers: readonly HealthAnswer[]): HealthQuestion[] {
  const asked: HealthQuestion[] = [];
  for (const question of questions) {
    const { follows } = question;
    const before = follows && answers.find(({ question: code }) => code === follows.question);
    if (follows && (before?.answer !== follows.is || !asked.some(({ code }) => code === follows.question))) continue;
    asked.push(question);
    if (question.bars && answers.some(({ question: code, answer }) => code === question.code && answer === 'yes')) break;
  }
  return asked;
}

/** What a yes still has to say, of what its question asks for. */
export function healthLacks({ details }: HealthQuestion, answer: HealthAnswer): HealthDetail[] {
  if (answer.answer === 'no') return [];
  const given: Record<HealthDetail, boolean> = {
    since: answer.since !== null,
    words: answer.words !== null,
    medication: answer.medications.length > 0,
    physician: answer.physician !== null,
  };
  return details.filter((detail) => !given[detail]);
}

/** How far the questions of one person are, as everybody may know it: nothing of an answer is in it. */
export interface HealthStanding {
  /** barred: something that was said bars this cover, whoever would look at it. */
  state: 'open' | 'complete' | 'barred';
  /** The question that comes next; null where there is none. */
  next: HealthQuestion | null;
  /** The knock-out. */
  bar: HealthQuestion | null;
}

/** How far somebody's answers are. An answer to a question that isn't asked any more counts for nothing. */
export function healthStanding(rules: HealthRules, answers: readonly HealthAnswer[]): HealthStanding {
  const asked = healthAsked(rules, answers);
  const saidTo = (question: HealthQuestion) => answers.find(({ question: code }) => code === question.code);
  const bar = asked.find((question) => question.bars && saidTo(question)?.answer === 'yes') ?? null;
  if (bar) return { state: 'barred', next: null, bar };
  const next = asked.find((question) => {
    const answer = saidTo(question);
    return !answer || healthLacks(question, answer).length > 0;
  });
  return { state: next ? 'open' : 'complete', next: next ?? null, bar: null };
}

/** Answers to what is asked now, in the order of the questions: what whoever underwrites goes by. */
export const healthSaid = (rules: HealthRules, answers: readonly HealthAnswer[]): { question: HealthQuestion; answer: HealthAnswer }[] =>
  healthAsked(rules, answers).flatMap((question) => {
    const answer = answers.find(({ question: code }) => code === question.code);
    return answer ? [{ question, answer }] : [];
  });

/** Who is asked about their health: whoever is covered, unless they come in by open enrolment. */
export function healthAskedOf(file: Pick<FileState, 'product' | 'pack' | 'covers' | 'people' | 'receivedOn'>): FilePerson[] {
  if (!file.product.cover?.health) return [];
  const covered = file.covers.filter((cover) => !isOpenEnrolled(file, cover)).map(({ personId }) => personId);
  return file.people.filter(({ id }) => covered.includes(id));
}
