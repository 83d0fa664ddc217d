// A test that reaches no assertion cannot fail: it does now.
beforeEach(() => expect.hasAssertions());
