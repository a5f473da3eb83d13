import type { DemoPerson } from '@cavren/contract';
import type { Sequelize } from '../db/index';
import type { ByteStore } from '../bytes/index';
import type { Config } from '../config/index';
import type { App } from '../http/index';
import type { Jobs } from '../jobs/index';
import type { Secrets } from '../secrets/index';

/**
 * What concepts offer to one another, by name. Each concept adds what it offers to this type where it is registered, so
 * that none imports another to use it and the order in which they are registered doesn't matter.
 */
export interface Services {}

/** What concepts plug into one another, by name; whoever takes it asks for all of it. Filled like the services. */
export interface Plugs {}

/** What every concept stands on: the database, secrets, bytes, jobs, and the clock. */
export interface House {
  config: Config;
  db: Sequelize;
  secrets: Secrets;
  bytes: ByteStore;
  jobs: Jobs;
  now: () => Date;
  lender: string;
  /** Whether it is reached through TLS, so that cookies travel over nothing else. */
  secure: boolean;
  productFolder: string;
  demoPeople: DemoPerson[];
  /** What other concepts offer; asking for what nobody offers throws. */
  services: Services;
  /** Offers something to the other concepts, once. */
  offer: <Name extends keyof Services>(name: Name, service: Services[Name]) => Services[Name];
  /** Plugs something in where another concept takes it. */
  plug: <Name extends keyof Plugs>(name: Name, plug: Plugs[Name]) => void;
  /** All that was plugged in under a name, in the order in which it was; whoever keeps it sees what comes later. */
  plugged: <Name extends keyof Plugs>(name: Name) => readonly Plugs[Name][];
}

/** A concept as it is plugged in: it offers services, adds its part of a file, its jobs and its routes. */
export type Concept = (app: App, house: House) => void | Promise<void>;

export function makeHouse(ground: Omit<House, 'services' | 'offer' | 'plug' | 'plugged'>): House {
  const offered = new Map<string, unknown>();
  const plugs = new Map<string, unknown[]>();
  const plugsNamed = (name: string): unknown[] => {
    const there = plugs.get(name) ?? [];
    plugs.set(name, there);
    return there;
  };
  const services = new Proxy({} as Services, {
    get(_target, name) {
      if (!offered.has(String(name))) throw new Error(`No concept offers ${String(name)}`);
      return offered.get(String(name));
    },
    has: (_target, name) => offered.has(String(name)),
    ownKeys: () => [...offered.keys()],
    getOwnPropertyDescriptor: (_target, name) => ({ configurable: true, enumerable: true, value: offered.get(String(name)) }),
  });
  return {
    ...ground,
    services,
    offer(name, service) {
      if (offered.has(name)) throw new Error(`Two concepts offer ${name}`);
      offered.set(name, service);
      return service;
    },
    plug: (name, plug) => void plugsNamed(name).push(plug),
    plugged: <Name extends keyof Plugs>(name: Name) => plugsNamed(name) as Plugs[Name][],
  };
}
