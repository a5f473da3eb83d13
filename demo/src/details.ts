import type { DetailChange } from '@cavren/contract';
import { add, cents, set, day } from './changes';
import type { DemoApplicant } from './stories';

export const address = (number: number): Record<string, string> => ({
  line: `${3 + (number % 60)} ${['Capstan Row', 'Lamplight Steps', 'Herring Quay', 'Old Ropewalk'][number % 4] ?? ''}`,
  town: 'Quillhaven',
  region: 'QH',
  postalCode: '00412',
});

export const work = (personId: string, { kind, employer }: DemoApplicant, since: string): DetailChange =>
  kind === 'pension'
    ? add('work', { personId, kind: 'retired', since })
    : add('work', { personId, kind: kind === 'selfEmployed' ? 'selfEmployed' : 'employed', employer, since });

export function personFields(id: string, person: DemoApplicant, number: number): DetailChange[] {
  const [first = ''] = person.name.toLowerCase().split(' ');
  return [
    set('person', id, 'idNumber', `9${String(10 + (number % 80))}-${String(20 + (number % 60))}-${person.tail}`),
    set('person', id, 'phone', `(212) 555-01${String(number % 100).padStart(2, '0')}`),
    ...(number % 5 === 3 ? [] : [set('person', id, 'email', `${first}.${number}@post.example`)]),
  ];
}

export function income(personId: string, { kind, employer, amount, frequency, hours }: DemoApplicant, since: string): DetailChange {
  if (kind === 'selfEmployed')
    return add('income', {
      personId,
      kind,
      source: employer,
      since,
      yearEnd: day('2025-12-31'),
      profitLatest: cents(amount * 0.93),
      addBackLatest: cents(amount * 0.09),
      profitBefore: cents(amount * 0.9),
      addBackBefore: cents(amount * 0.08),
    });
  return add('income', { personId, kind, source: employer, amount: cents(amount), frequency, hoursPerWeek: hours ?? null, since });
}
