import { choice, date, describeDetail, listed, money, text, whole, type RowOf } from '../../basis/detail/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';

export const ITEM_STATE_LABEL = { new: 'New', used: 'Used' } as const;
export const PAYMENTS_DUE_LABEL = { advance: 'In advance', arrears: 'In arrears' } as const;
export type PaymentsDue = keyof typeof PAYMENTS_DUE_LABEL;
export const END_CHOICE_LABEL = { return: 'It goes back', renew: 'It is leased on', buy: 'It is bought' } as const;
export type EndChoice = keyof typeof END_CHOICE_LABEL;

/** Something that is leased, as its supplier's quote has it. */
export const LEASED_ITEM = describeDetail({
  word: 'item',
  chapter: 'equipment',
  part: 'leasedItems',
  table: 'leased_item',
  most: 40,
  fields: {
    kind: listed('Kind', 40),
    description: text('Make and model', 200),
    supplier: text('Supplier', 120),
    quote: text('Number of the quote', 60),
    quotedOn: date('Quoted on'),
    price: money('Price of one'),
    count: whole('How many', { least: 1, most: 500 }),
    state: choice('New or used', ITEM_STATE_LABEL),
    ageYears: whole('Years old', { least: 0, most: 80 }),
    /** Taken down when it is delivered. */
    serial: text('Serial number', 80, { by: 'program' }),
    deliveredOn: date('Delivered on', { by: 'program' }),
  },
});
export type LeasedItem = RowOf<typeof LEASED_ITEM>;

/** What an item costs in all. */
export const itemPrice = ({ price, count }: Pick<LeasedItem, 'price' | 'count'>): Minor => minor((price ?? 0) * (count ?? 1));
/** What everything that is leased costs. */
export const leasedPrice = ({ leasedItems }: { leasedItems: readonly LeasedItem[] }): Minor =>
  minor(leasedItems.reduce((sum, item) => sum + itemPrice(item), 0));

/** Why a lease of equipment can't be worked: what lacks. Null where nothing does. */
export function equipmentLacks({
  product,
  request,
  leasedItems,
}: {
  product: { equipment: object | null };
  request: { termMonths: number | null; downPayment: Minor | null; residual: Minor | null };
  leasedItems: readonly LeasedItem[];
}): Words | null {
  if (!product.equipment) return null;
  const price = leasedPrice({ leasedItems });
  if (price <= 0) return say('equipment.priceLacks');
  if (request.termMonths === null) return say('lease.termLacks');
  const adjusted = price - (request.downPayment ?? 0);
  if (adjusted <= 0) return say('equipment.nothingFinanced');
  return (request.residual ?? 0) >= adjusted ? say('equipment.residualTooHigh') : null;
}
