import type { Act } from '@cavren/core';
import type { Component } from 'vue';

/** A page of the desk: where it is, what it is called, who may use it, and its screen, fetched when it is looked at. */
export interface Page {
  path: string;
  label: string;
  /** What one finds or does there, in a few words. */
  detail: string;
  act: Act;
  /** Whether it has a place in the bar at the top; others are reached by what they do. */
  inBar: boolean;
  load: () => Promise<{ default: Component }>;
}

export const PAGES: readonly Page[] = [
  { path: '/today', label: 'Today', detail: 'what needs me now', act: 'file.read', inBar: true, load: () => import('../today/TodayPage.vue') },
  { path: '/files', label: 'Files', detail: 'search and filter', act: 'file.read', inBar: true, load: () => import('../files/FilesPage.vue') },
  { path: '/open', label: 'Open a file', detail: 'find the person first', act: 'file.open', inBar: false, load: () => import('../files/OpenFilePage.vue') },
  { path: '/people', label: 'People', detail: 'the register', act: 'person.search', inBar: true, load: () => import('../persons/RegisterPage.vue') },
  { path: '/units', label: 'Units', detail: 'who is in, held, free', act: 'file.read', inBar: true, load: () => import('../units/UnitsPage.vue') },
  {
    path: '/rounds',
    label: 'Rounds',
    detail: 'draws, and offers down their lists',
    act: 'file.read',
    inBar: false,
    load: () => import('../rounds/RoundsPage.vue'),
  },
  { path: '/outbox', label: 'Outbox', detail: 'messages sent', act: 'outbox.read', inBar: true, load: () => import('../outbox/OutboxPage.vue') },
  {
    path: '/sealed-days',
    label: 'Sealed days',
    detail: 'what nobody can change unseen',
    act: 'sealedDays.read',
    inBar: true,
    load: () => import('../history/SealedDaysPage.vue'),
  },
  {
    path: '/certificates',
    label: 'Certificates',
    detail: 'who may offer what',
    act: 'certificate.read',
    inBar: true,
    load: () => import('../offers/CertificatesPage.vue'),
  },
  {
    path: '/earnings',
    label: 'Earnings',
    detail: 'what producers earn, by month',
    act: 'earnings.read',
    inBar: false,
    load: () => import('../earnings/EarningsPage.vue'),
  },
  {
    path: '/staff',
    label: 'Staff',
    detail: 'who works here, and up to which amount',
    act: 'staff.write',
    inBar: true,
    load: () => import('../staff/StaffPage.vue'),
  },
];

/** The page that an address belongs to, also the address of one thing on it. */
export const pageAt = (path: string): Page | undefined => PAGES.find((page) => path === page.path || path.startsWith(`${page.path}/`));
