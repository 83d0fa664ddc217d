/**
 * React notes a stack for every element that it makes, until it has made ten thousand within a second; here it has always made them. What a
 * warning would tell of where an element came from is lost, and a third of every test is won.
 */
import * as React from 'react';

const { __CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE: internals } = React as unknown as Record<
  string,
  object
>;
Object.defineProperty(internals, 'recentlyCreatedOwnerStacks', { get: () => Infinity, set: () => undefined });

Error.stackTraceLimit = 10;
