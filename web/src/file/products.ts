import type { ProductInForce } from '@cavren/contract';
import { api } from '../api/index';

const known = new Map<string, Promise<ProductInForce>>();

/** A version of a product with its place. It never changes, so it is asked for once; one that couldn't be had is asked for again. */
export function productInForce(id: string): Promise<ProductInForce> {
  const there = known.get(id);
  if (there) return there;
  const asked = api.get<ProductInForce>(`/api/products/${id}`).catch((error: unknown) => {
    known.delete(id);
    throw error;
  });
  known.set(id, asked);
  return asked;
}
