import type { EarningsPage, NameProducers } from '@cavren/contract';
import { earnedBy, isCertifiedFor, minor, producersProblem, type Earning, type FileState, type Producer } from '@cavren/core';
import { nanoid } from 'nanoid';
import Papa from 'papaparse';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { refused, type Actor } from '../http/index';
import { PROBLEM } from './problems';
import type { EarningsStore } from './store';

/** Who brings a policy, and the book of what they earn of it. */
export function earningsService({ services }: House, store: EarningsStore) {
  /** Officers, and whether each has a certificate for a file's line and place on the day on which it was received. */
  async function certifiedFor({ product, receivedOn }: FileState): Promise<{ staffId: string; name: string; certified: boolean }[]> {
    const [all, staff] = await Promise.all([services.certificates.all(), services.certificates.staff()]);
    return staff.map(({ id, name }) => ({
      staffId: id,
      name,
      certified: isCertifiedFor(
        all.filter(({ staffId }) => staffId === id),
        product,
        receivedOn,
      ),
    }));
  }

  return {
    certified: async (reference: string): Promise<{ staffId: string; name: string }[]> => {
      const { file } = await services.files.state({ reference });
      return (await certifiedFor(file)).filter(({ certified }) => certified).map(({ staffId, name }) => ({ staffId, name }));
    },
    name: (reference: string, { version, producers }: NameProducers, actor: Actor): Promise<Changed> =>
      services.files.change({ reference }, { version, actor }, async (change) => {
        const { file } = change;
        if (!file.product.cover?.earnings) throw PROBLEM.notInsured();
        if (file.policy?.number != null) throw PROBLEM.issued();
        const staff = await certifiedFor(file);
        const problem = producersProblem(producers, new Map(staff.map(({ staffId, certified }) => [staffId, certified])));
        if (problem !== null) throw refused('producers', problem);
        const named = producers.map(({ staffId, share }): Producer => ({ staffId, share, name: staff.find((one) => one.staffId === staffId)?.name ?? '' }));
        await store.name(change.row.id, named, change.tx);
        await change.reload('producers');
        change.record('producers.name', 'request', null, JSON.stringify({ producers: named.map(({ name, share }) => `${name} ${share} %`).join(', ') }));
      }),
    /** What stands in the book for a file, as it was earned before it was shared out: the same lines stand there for each who brings it. */
    async of({ row, file, tx }: FileChange): Promise<Earning[]> {
      const [first] = file.producers;
      const lines = await store.of(row.id, tx);
      return lines.filter(({ staffId }) => staffId === first?.staffId).map(({ dueOn, kind, basis, rate }) => ({ dueOn, kind, basis, rate }));
    },
    /**
     * Writes what is earned into the book, shared out among who brings the policy. Where nobody was named, whoever keeps the
     * file is from then on: what goes back later goes back from who earned it, whoever keeps the file by then.
     */
    async book(change: FileChange, earned: readonly Earning[]): Promise<void> {
      const { row, now, tx } = change;
      if (change.file.producers.length === 0) {
        const keeper = (await services.certificates.staff()).find(({ id }) => id === row.ownerId);
        await store.name(row.id, [{ staffId: row.ownerId, name: keeper?.name ?? '', share: 100 }], tx);
        await change.reload('producers');
      }
      const { producers, pack } = change.file;
      const lines = earned.flatMap((one) => {
        const amounts = earnedBy(
          one,
          producers.map(({ share }) => share),
        );
        return producers.map(({ staffId, share }, at) => {
          const amount = amounts[at] ?? minor(0);
          return { id: nanoid(), fileId: row.id, staffId, ...one, share, amount, currency: pack.currency, madeAt: now };
        });
      });
      await store.insert(lines, tx);
    },
    async statement(month: string, staffId: string | null): Promise<EarningsPage> {
      const items = await store.month(month, staffId);
      const names = new Map((await services.products.newest()).map(({ code, definition }) => [code, definition.name]));
      const totals = new Map<string, EarningsPage['totals'][number]>();
      for (const { staffId: of, name, currency, amount } of items) {
        const key = `${of} ${currency}`;
        const so = totals.get(key) ?? { staffId: of, name, currency, entries: 0, amount: 0 as typeof amount };
        totals.set(key, { ...so, entries: so.entries + 1, amount: (so.amount + amount) as typeof amount });
      }
      return { month, items: items.map((item) => ({ ...item, product: names.get(item.product) ?? item.product })), totals: [...totals.values()] };
    },
    /** A statement as a table that any spreadsheet reads: amounts in units of their currency. */
    csv: ({ items }: EarningsPage): string =>
      Papa.unparse(
        items.map(({ name, dueOn, kind, number, reference, holder, product, basis, rate, share, amount, currency }) => ({
          producer: name,
          due: dueOn,
          kind,
          policy: number ?? '',
          file: reference,
          holder: holder ?? '',
          product,
          premium: (basis / 100).toFixed(2),
          rate,
          share,
          earned: (amount / 100).toFixed(2),
          currency,
        })),
        { escapeFormulae: true },
      ),
  };
}
export type EarningsService = ReturnType<typeof earningsService>;
