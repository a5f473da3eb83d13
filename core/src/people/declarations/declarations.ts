import { say, type Words } from '../../basis/words/index';
import type { FilePerson } from '../people/index';
import type { Answer } from './fields';
import { plays, type FileState } from '../../file/state/index';
import { applies, type MonitoringQuestion, type ProductDefinition, type Question } from '../../file/product/index';

/** One question as it stands for one person. */
export interface Asked {
  question: Question;
  person: FilePerson;
  answer: Answer | null;
  /** Whether the answer needs an explanation that isn't there. */
  unexplained: boolean;
  /** What the answer ends with, in plain words; null when it goes on. */
  ends: string | null;
}

type Questioned = Pick<FileState, 'people' | 'answers'> & { product: Pick<ProductDefinition, 'questions'> };

/**
 * The questions that are asked as the answers stand, person by person: those of their kind and roles, follow-ups only
 * where the answer before calls for them (and that one is asked itself).
 */
export function askedOf(file: Questioned): Asked[] {
  return file.people.flatMap((person) => {
    const own = file.answers.filter(({ personId }) => personId === person.id);
    const asked: Asked[] = [];
    for (const question of file.product.questions) {
      if (question.of !== 'both' && question.of !== person.kind) continue;
      if (!plays(person, question.roles)) continue;
      const { follows } = question;
      if (follows) {
        const before = asked.find((entry) => entry.question.code === follows.question);
        if (!before?.answer?.value || !follows.is.includes(before.answer.value)) continue;
      }
      const answer = own.find((row) => row.question === question.code) ?? null;
      const value = answer?.value ?? null;
      asked.push({
        question,
        person,
        answer,
        unexplained: value !== null && (question.explain?.includes(value) ?? false) && !answer?.explanation?.trim(),
        ends: value === null ? null : endsWith(question, value),
      });
    }
    return asked;
  });
}

/** What an answer ends the matter with, or null. Number answers are compared as numbers: below and above don't include the bound. */
export function endsWith({ ends }: Pick<Question, 'ends'>, value: string): string | null {
  if (!ends) return null;
  if (ends.is?.includes(value)) return ends.says;
  const number = Number(value);
  if (ends.below !== undefined && number < ends.below) return ends.says;
  return ends.above !== undefined && number > ends.above ? ends.says : null;
}

/** The answers that end the matter, those of qualifying questions first. */
export function endingAnswers(file: Questioned): Asked[] {
  return askedOf(file)
    .filter(({ ends }) => ends !== null)
    .sort((a, b) => Number(b.question.phase === 'qualifying') - Number(a.question.phase === 'qualifying'));
}

/** What is wrong with an answer to a question, or null. */
export function answerProblem(question: Question, value: string): Words | null {
  if (question.answer === 'yesNo') return value === 'yes' || value === 'no' ? null : say('declarations.answerYesOrNo');
  if (question.answer === 'number') return /^\d{1,9}(\.\d{1,2})?$/.test(value) ? null : say('declarations.answerWithNumber');
  return question.options?.includes(value) ? null : say('declarations.chooseOneAnswers');
}

/** The questions of monitoring that are asked in a file: those of its product, for what it asks about. Source for lending in the United States: 12 CFR 1002.13. */
export const monitoringAsked = ({ product, request }: Pick<FileState, 'product' | 'request'>): MonitoringQuestion[] =>
  applies(product.monitoringWhen, request) ? product.monitoring : [];
