import { readFileSync } from 'node:fs';
import { stripVTControlCharacters } from 'node:util';

/** What is said of one test that failed, in lines: its errors, and what stood on the page. */
const LINES = 60;
const cut = (/** @type {string} */ text) => stripVTControlCharacters(text).split('\n').slice(0, LINES).join('\n');

/** @param {any} suite @returns {any[]} */
const specsOf = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)];

/**
 * What a report of Playwright’s comes to. A test that passed only at another try failed, and so did one that was left out.
 * @param {any} report
 */
export function ofPlaywright(report) {
  const { expected, unexpected, flaky, skipped } = report.stats;
  const why = specsOf(report).flatMap((/** @type {any} */ spec) =>
    spec.tests
      .filter((/** @type {any} */ test) => test.status !== 'expected')
      .map((/** @type {any} */ test) => {
        const results = test.results.flatMap((/** @type {any} */ result) => [
          ...result.errors.map((/** @type {any} */ error) => cut(error.message ?? String(error.value))),
          ...result.attachments
            .filter((/** @type {any} */ attachment) => attachment.name === 'error-context' && attachment.path)
            .map((/** @type {any} */ attachment) => cut(/```yaml\n(.*?)```/su.exec(readFileSync(attachment.path, 'utf8'))?.[1] ?? '')),
        ]);
        return [`${spec.file}:${spec.line} ${spec.title} (${test.status})`, ...results].join('\n');
      }),
  );
  return {
    passed: expected,
    failed: unexpected + flaky + skipped,
    why: [...why, ...report.errors.map((/** @type {any} */ error) => cut(error.message ?? ''))],
  };
}

/**
 * What a report of Vitest’s comes to. A file that couldn’t be read failed with its tests, and a test that was left out failed.
 * @param {any} report
 */
export function ofVitest(report) {
  const { numPassedTests: passed, numFailedTests, numPendingTests, numTodoTests } = report;
  const why = report.testResults.flatMap((/** @type {any} */ file) => {
    const missed = file.assertionResults.filter((/** @type {any} */ test) => test.status !== 'passed');
    if (file.status === 'failed' && missed.length === 0) return [`${file.name}\n${cut(file.message)}`];
    return missed.map((/** @type {any} */ test) => `${file.name} ${test.fullName} (${test.status})\n${cut((test.failureMessages ?? []).join('\n'))}`);
  });
  return { passed, failed: numFailedTests + numPendingTests + numTodoTests, why };
}
