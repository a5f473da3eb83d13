import type { PersonMatch } from '@cavren/contract';
import { compareNames, nameWords, normalizeNumber } from '@cavren/core';
import type { PersonsStore } from './store';

/** Below this a name is not put forward as the same person's. */
const LIKELY = 0.8;

export function personsService(store: PersonsStore) {
  return {
    /** The register's persons who may be the one at the counter, best first, each with the reasons. */
    async search(wish: { name?: string | undefined; birthDate?: string | undefined; number?: string | undefined }): Promise<PersonMatch[]> {
      const byNumber = wish.number ? await store.byNumber(normalizeNumber(wish.number)) : [];
      const byName = wish.name ? await store.similar(nameWords(wish.name), wish.birthDate ?? null) : [];
      const rows = [...new Map([...byNumber, ...byName].map((row) => [row.id, row])).values()];
      const scored = rows
        .map((row) => {
          const reasons: string[] = [];
          let score = 0;
          if (byNumber.includes(row)) {
            score = 1.2;
            reasons.push('same identity number');
          }
          if (wish.name) {
            const names = compareNames(wish.name, row.fullName);
            score += names.score;
            reasons.push(...(names.score >= LIKELY ? names.reasons : ['another name']));
            if (wish.birthDate && row.birthDate) {
              const same = wish.birthDate === row.birthDate;
              score += same ? 0.3 : -0.1;
              reasons.push(same ? 'same birth date' : 'another birth date');
            }
          }
          return { row, score, reasons };
        })
        .filter(({ score }) => score >= LIKELY)
        .sort((a, b) => b.score - a.score || a.row.fullName.localeCompare(b.row.fullName))
        .slice(0, 10);
      const files = await store.filesOf(scored.map(({ row }) => row.id));
      return scored.map(({ row, score, reasons }) => ({
        id: row.id,
        fullName: row.fullName,
        birthDate: row.birthDate,
        phone: row.phone,
        email: row.email,
        idNumberTail: row.idNumberTail,
        knownSince: row.createdAt,
        updatedAt: row.updatedAt,
        score: Math.round(score * 100) / 100,
        reasons,
        files: files.get(row.id) ?? [],
      }));
    },
  };
}
export type PersonsService = ReturnType<typeof personsService>;
