import type { DetailChange } from '@cavren/core';

/** What was typed and not saved yet, in the tab's own store: it belongs to who typed it, and goes when they sign out. */
const PREFIX = 'cavren-queue';
export const queueName = (staffId: string, reference: string): string => `${PREFIX}-${staffId}-${reference}`;

export function readQueue(name: string): DetailChange[] {
  try {
    return JSON.parse(sessionStorage.getItem(name) ?? '[]') as DetailChange[];
  } catch {
    return [];
  }
}

export function keepQueue(name: string, queue: readonly DetailChange[]): void {
  if (queue.length === 0) sessionStorage.removeItem(name);
  else sessionStorage.setItem(name, JSON.stringify(queue));
}

export function forgetQueues(staffId: string): void {
  for (const name of Object.keys(sessionStorage)) if (name.startsWith(queueName(staffId, ''))) sessionStorage.removeItem(name);
}
