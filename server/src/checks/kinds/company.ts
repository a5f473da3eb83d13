import { CompanyAnswer } from '@cavren/contract';
import { compareNames, NUMBER_KINDS, numberKindOf, say } from '@cavren/core';
import { ask } from '../../outside/index';
import type { AskService, Found } from './kind';

/** Names of a company that are this alike are one. */
const SAME_NAME = 0.95;

/** Asks the register of companies by number, and holds its entry against what was stated. */
export const company: AskService = async ({ checkId, person, pack, outside, number }) => {
  const { record } = await ask({
    service: 'The register of companies',
    url: `${outside.register}/companies`,
    body: { number: (await number()) ?? '' },
    answer: CompanyAnswer,
    idempotencyKey: checkId,
  });
  const field = (label: Found['label'], stated: Found['stated'], found: Found['found'], agrees: boolean): Found => ({
    kind: 'field',
    label,
    stated,
    found,
    agrees,
    score: null,
    reasons: [],
  });
  const numberLabel = NUMBER_KINDS[numberKindOf(pack, person, 'identity')].label;
  if (!record) return [field(numberLabel, say('checks.asStated'), say('checks.notInCompanyRegister'), false)];
  const found = [
    field('Name', person.fullName, record.name, compareNames(person.fullName ?? '', record.name).score >= SAME_NAME),
    field(say('checks.standing'), say('checks.active'), record.active ? say('checks.active') : say('checks.struckOff'), record.active),
  ];
  if (person.birthDate !== null) found.push(field(say('checks.founded'), person.birthDate, record.founded, person.birthDate === record.founded));
  return found;
};
