import { minor, type Minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';

/** A figure of the request that follows from two others, for the one who keys to accept. */
export interface RequestProposal {
  field: 'price' | 'downPayment' | 'amount';
  value: Minor;
}

/**
 * What price, down payment and amount say of the one of them that is missing: the amount is the price less the down payment.
 * Minor units. Nothing is proposed where two are missing, where a product doesn't ask for one of them, where purposes other
 * than the price are listed or other sources pay for a part, or where it would come out at nothing or below it.
 */
export function requestProposal({ request, product, uses, sources }: Pick<FileState, 'request' | 'product' | 'uses' | 'sources'>): RequestProposal | null {
  const asks = (field: RequestProposal['field']): boolean => product.requestFields.some((one) => one.field === field);
  if (!asks('price') || !asks('downPayment') || !asks('amount') || uses.length > 0 || sources.length > 0) return null;
  const { price, downPayment, amount } = request;
  const found =
    amount === null && price !== null && downPayment !== null
      ? { field: 'amount' as const, value: price - downPayment }
      : downPayment === null && price !== null && amount !== null
        ? { field: 'downPayment' as const, value: price - amount }
        : price === null && downPayment !== null && amount !== null
          ? { field: 'price' as const, value: amount + downPayment }
          : null;
  return found !== null && found.value > 0 ? { field: found.field, value: minor(found.value) } : null;
}
