import config from './playwright.config';
const { globalSetup: _g, ...rest } = config as Record<string, unknown>;
export default { ...rest, reporter: 'list', timeout: 100_000, expect: { timeout: 8_000 }, use: { ...(rest['use'] as object), actionTimeout: 8_000 } };
