// A test that reaches no assertion cannot fail, and neither can a property: both do now.
beforeEach(() => expect.hasAssertions());

jest.mock('fast-check', () => {
  const actual = jest.requireActual('fast-check');
  const calls = () => expect.getState().assertionCalls;
  const reached = (before) => {
    if (calls() === before) throw new Error('No value of this property reached an assertion.');
  };
  const assert = (...given) => {
    const before = calls();
    const running = actual.assert(...given);
    return running instanceof Promise ? running.then(() => reached(before)) : reached(before);
  };
  return { ...actual, assert, default: { ...actual.default, assert }, __esModule: true };
});
