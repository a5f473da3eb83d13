import { createServer } from 'node:net';
import { Plain } from './say.mjs';

/** @param {number} port @returns {Promise<boolean>} */
function isFree(port) {
  return new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => done(true)));
  });
}

/** @param {Record<string, number>} ports by the environment variable that sets each */
export async function refuseTakenPorts(ports) {
  for (const [variable, port] of Object.entries(ports)) {
    if (!(await isFree(port))) throw new Plain(`Port ${port} is taken by another program: end that, or choose another with ${variable}.`);
  }
}

/** A port that is free now. @returns {Promise<number>} */
export function freePort() {
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** Free ports for a whole Cavren of its own. @returns {Promise<import('./running.mjs').Ports>} */
export async function freePorts() {
  return {
    port: await freePort(),
    database: await freePort(),
    register: await freePort(),
    watchlist: await freePort(),
    bank: await freePort(),
    post: await freePort(),
    timestamp: await freePort(),
    issuing: await freePort(),
  };
}
