import { RecordsAnswer } from '@cavren/contract';
import { recordsFound, say } from '@cavren/core';
import { ask } from '../../outside/index';
import type { AskService } from './kind';
import { byEveryName } from './names';

/** Asks the register of courts and landlords, and keeps what the product asks about. */
export const background: AskService = async (question) => {
  const { person, file, today, outside } = question;
  const rules = file.product.checks.flatMap(({ kind, records = [] }) => (kind === 'background' ? records : []));
  const answers = file.answers.filter(({ personId }) => personId === person.id);
  const found = await byEveryName(
    question,
    async (fullName, idempotencyKey) => {
      const [service, url] = ['The register of courts and landlords', `${outside.register}/records`];
      const { records } = await ask({ service, url, body: { fullName }, answer: RecordsAnswer, idempotencyKey });
      return recordsFound({ fullName, birthDate: person.birthDate }, records, { rules, answers, today });
    },
    ({ record }) => record.reference,
  );
  return found.map(({ record: { of, name, on, court, reference }, declared, score, reasons, stated }) => ({
    kind: 'candidate',
    label: say('checks.record', { of, day: { day: on } }),
    stated: declared ? say('checks.declared', { name: stated }) : stated,
    found: `${name}, ${court}, ${reference}`,
    agrees: declared,
    score,
    reasons,
  }));
};
