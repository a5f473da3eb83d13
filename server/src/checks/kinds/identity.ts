import { RegisterAnswer } from '@cavren/contract';
import { compareWithRegister, NUMBER_KINDS, numberKindOf } from '@cavren/core';
import { ask } from '../../outside/index';
import type { AskService } from './kind';

/** Asks the register of persons by number, and holds its answer against what was stated. */
export const identity: AskService = async ({ checkId, person, pack, outside, number }) => {
  const { record } = await ask({
    service: 'The register of persons',
    url: `${outside.register}/persons`,
    body: { number: (await number()) ?? '', fullName: person.fullName ?? '', birthDate: person.birthDate ?? '' },
    answer: RegisterAnswer,
    idempotencyKey: checkId,
  });
  const numberLabel = NUMBER_KINDS[numberKindOf(pack, person, 'identity')].label;
  return compareWithRegister({ fullName: person.fullName, birthDate: person.birthDate }, record).map(({ code, ...comparison }) => ({
    kind: 'field',
    ...comparison,
    label: code === 'number' ? numberLabel : comparison.label,
  }));
};
