import {
  create,
  addDependencies,
  divideDependencies,
  evaluateDependencies,
  multiplyDependencies,
  subtractDependencies,
  unaryMinusDependencies,
  unaryPlusDependencies,
} from 'mathjs/number';

const math = create(
  {
    addDependencies,
    divideDependencies,
    evaluateDependencies,
    multiplyDependencies,
    subtractDependencies,
    unaryMinusDependencies,
    unaryPlusDependencies,
  },
  {},
);

/** Works out plain arithmetic. Throws on anything mathjs cannot read. */
export function evaluate(expression: string): number {
  const value: unknown = math.evaluate(expression);
  if (typeof value !== 'number') throw new Error('not a number');
  return value;
}
