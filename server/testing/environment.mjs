import { URL } from 'node:url';
import NodeEnvironment from 'jest-environment-node';

/** The built server of this process. It is imported outside of the modules of a file of tests: once for all files, and warm for the later ones. */
const BUILT = new URL('../dist/', import.meta.url);

/** Node as the tests know it, with a way to the server as it is shipped. */
export default class ServerEnvironment extends NodeEnvironment {
  async setup() {
    await super.setup();
    this.global.builtServer = (module) => import(new URL(module, BUILT).href);
  }
}
