import ts from 'typescript';
import typescript from 'typescript-eslint';

const SCRIPT = /<script setup lang="ts"[^>\n]*>([^]*?)<\/script>/;

/**
 * The program of the screens as the linter sees it: of each Vue file what stands in its script.
 * @param {string} configFile
 */
function programOf(configFile) {
  const { config } = ts.readConfigFile(configFile, ts.sys.readFile);
  const extensions = [{ extension: '.vue', isMixedContent: true, scriptKind: ts.ScriptKind.Deferred }];
  const folder = configFile.slice(0, configFile.lastIndexOf('/'));
  const { fileNames, options } = ts.parseJsonConfigFileContent(config, ts.sys, folder, {}, configFile, undefined, extensions);
  const host = ts.createCompilerHost({ ...options, allowNonTsExtensions: true }, true);
  const { readFile } = host;
  host.readFile = (name) => {
    const text = readFile(name);
    return name.endsWith('.vue') ? (SCRIPT.exec(text ?? '')?.[1] ?? '') : text;
  };
  return ts.createProgram(fileNames, { ...options, allowNonTsExtensions: true }, host);
}

/** @typedef {{ filePath: string, project?: unknown }} ParserOptions */
/** Its types leave the options out. */
const parser = /** @type {{ parseForESLint: (code: string, options: object) => unknown }} */ (typescript.parser);

/**
 * The parser of TypeScript, with one program for all Vue files of a run. Left alone it makes a type checker anew for each of
 * them, since what the parser is given of such a file isn’t what lies on the disk: that took most of the linter’s ten minutes.
 * What has changed since the program was made, in an editor, goes the usual way.
 * @param {string} configFile
 */
export function screensParser(configFile) {
  /** @type {ts.Program | null} */
  let program = null;
  /** @param {string} code @param {ParserOptions} options */
  const parseForESLint = (code, options) => {
    // Expressions of a template come without a project.
    if (!options.project) return parser.parseForESLint(code, options);
    program ??= programOf(configFile);
    const known = program.getSourceFile(options.filePath)?.text === code;
    return parser.parseForESLint(code, known ? { ...options, project: undefined, programs: [program] } : options);
  };
  return { ...parser, parseForESLint };
}
