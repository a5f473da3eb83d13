import { RecordsAnswer } from '@cavren/contract';
import { namesOf, recordsFound, say, type RecordFound } from '@cavren/core';
import { ask } from '../../outside/index';
import type { AskService } from './kind';

/** Asks the register of courts and landlords by every name that somebody bears or bore, and keeps what their product asks about. */
export const background: AskService = async ({ checkId, person, file, today, outside }) => {
  const rules = file.product.checks.flatMap(({ kind, records = [] }) => (kind === 'background' ? records : []));
  const answers = file.answers.filter(({ personId }) => personId === person.id);
  const found = new Map<string, RecordFound & { stated: string }>();
  for (const [at, fullName] of namesOf(person).entries()) {
    const { records } = await ask({
      service: 'The register of courts and landlords',
      url: `${outside.register}/records`,
      body: { fullName },
      answer: RecordsAnswer,
      idempotencyKey: at === 0 ? checkId : `${checkId}:${at}`,
    });
    for (const one of recordsFound({ fullName, birthDate: person.birthDate }, records, { rules, answers, today }))
      if (one.score > (found.get(one.record.reference)?.score ?? 0)) found.set(one.record.reference, { ...one, stated: fullName });
  }
  return [...found.values()]
    .sort((a, b) => b.score - a.score)
    .map(({ record: { of, name, on, court, reference }, declared, score, reasons, stated }) => ({
      kind: 'candidate',
      label: say('checks.record', { of, day: { day: on } }),
      stated: declared ? say('checks.declared', { name: stated }) : stated,
      found: `${name}, ${court}, ${reference}`,
      agrees: declared,
      score,
      reasons,
    }));
};
