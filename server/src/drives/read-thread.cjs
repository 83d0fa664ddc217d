// Sources run as they are, in a thread as in the program: a thread does not take over what the program was started with.
require('tsx/cjs');
module.exports = require('./read-worker.ts');
