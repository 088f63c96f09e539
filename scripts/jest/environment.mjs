import { TestEnvironment } from 'jest-environment-node';
import { solve } from 'yalps';

/**
 * Node.js with the linear programming solver from outside the sandbox: inside it, every use of a global such as Math goes
 * through the sandbox, which makes the solver ten times slower. It is the same package.
 */
class Environment extends TestEnvironment {
  constructor(config, context) {
    super(config, context);
    this.global.solverOutside = solve;
  }
}

export default Environment;
