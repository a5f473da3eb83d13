import { say, type Words } from '../../../basis/words/index';
import type { FileState } from '../../../file/state/index';
import { equipmentLacks, leasedPrice } from '../../../leasing/equipment/index';
import type { Draft, PathPart } from '../entry';
import { backEntries, owedEntries } from './lease';

/** Equipment that is leased: within what the product finances, paid for before it is delivered, its delivery taken down. */
export const equipment: PathPart = {
  code: 'equipment',
  entries: (file) => (file.product.equipment ? [...boundEntries(file), ...owedEntries(file), ...deliveryEntries(file)] : []),
  afterwards: (file) => (file.product.equipment && file.stage !== 'done' ? backEntries(file) : []),
};

function boundEntries(file: FileState): Draft[] {
  const { equipment: rules, bounds } = file.product;
  if (!rules) return [];
  const { termMonths, downPayment, residual, paymentsDue, endChoice, optionPrice } = file.request;
  const price = leasedPrice(file);
  const entries: Draft[] = [];
  const add = (anchor: string, what: Words, why: Words): void =>
    void entries.push({ key: `bound:${anchor}`, gate: 'details', what, why, holder: 'officer', place: { chapter: 'equipment', anchor } });
  // What is leased and for how long is asked for as a need; here is said what doesn't go together.
  const lacks = price > 0 && termMonths !== null ? equipmentLacks(file) : null;
  if (lacks === null) {
    if (price > 0 && (price < bounds.amount.least || price > bounds.amount.most))
      add(
        'items',
        say('equipment.priceOutside', { least: { money: bounds.amount.least }, most: { money: bounds.amount.most } }),
        say('equipment.boundsWhy', { product: file.product.name }),
      );
  } else add('residual', lacks, say('equipment.financedWhy'));
  if (price > 0 && (downPayment ?? 0) > price * rules.initialMost)
    add('downPayment', say('equipment.initialMost', { most: { percent: rules.initialMost } }), say('equipment.boundsWhy', { product: file.product.name }));
  if (price > 0 && (residual ?? 0) > price * rules.residualMost)
    add('residual', say('equipment.residualMost', { most: { percent: rules.residualMost } }), say('equipment.residualWhy'));
  if (paymentsDue !== null && !rules.due.includes(paymentsDue))
    add('paymentsDue', say('equipment.dueNot'), say('equipment.boundsWhy', { product: file.product.name }));
  if (endChoice !== null && !rules.endChoices.includes(endChoice))
    add('endChoice', say('equipment.endNot'), say('equipment.boundsWhy', { product: file.product.name }));
  if (endChoice === 'buy' && optionPrice === null) add('optionPrice', say('equipment.optionLacks'), say('equipment.optionWhy'));
  return entries;
}

/** Each item is delivered, with its number, before its supplier is paid. */
const deliveryEntries = (file: FileState): Draft[] =>
  file.leasedItems
    .filter(({ deliveredOn }) => deliveredOn === null)
    .map(({ id, description }) => ({
      key: `delivery:${id}`,
      gate: 'completing',
      what: say('equipment.deliver', { item: description ?? '—' }),
      why: say('equipment.deliverWhy'),
      holder: 'officer',
      since: file.stageSince,
      place: { chapter: 'equipment', anchor: `${id}.serial` },
    }));
