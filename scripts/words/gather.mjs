// Every sentence that screens, labels, messages and errors can say, with where it stands. Read from the sources: templates and texts.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { parse } from '@vue/compiler-sfc';
import ts from 'typescript';

/** Attributes that somebody sees or hears. */
const SAID =
  /^(label|placeholder|title|header|alt|aria-label|what|name|summary|words|why|empty|left|right|hint|unit|ok|cancel|message|detail|text)$/;
/** Attributes and properties that nobody reads. */
const SILENT =
  /^(class|style|id|key|ref|to|href|src|type|severity|variant|size|icon|kind|field|of|rel|role|scope|for|autocomplete|inputmode|d|viewBox|transform|x1|x2|y1|y2|fill|stroke|slot|is|lang|module|path|sql|selector|event)$/;
/** Lists of what people type, which nobody is told. */
const NO_WORDS = /commonPassphrases\.ts$/;
const ROOMS = ['core/src', 'server/src', 'web/src'];

const files = (folder) =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return files(path);
    return /\.(ts|vue)$/.test(name) && !/\.test\.ts$|\.d\.ts$/.test(name) ? [path] : [];
  });

const tidy = (text) => text.replace(/\s+/g, ' ').trim();
const LETTERS = /\p{L}{2,}/u;
/** Statements, addresses, classes and the like are texts too, but none that is read. */
const CODE =
  /\b(SELECT|INSERT INTO|UPDATE \w+ SET|DELETE FROM|CREATE (TABLE|INDEX)|PRAGMA|ORDER BY|[a-z.]+ AS [a-z]|JOIN \w+ \w+ ON|LEFT JOIN|INNER JOIN|GROUP BY|IS NULL|WHERE [\w.]+ (=|IN|<)|WITH RECURSIVE)\b|^[\w.-]+\/[\w./-]+$|^\.?\/|^[a-z]+:|[{};]\s*$|=>|^--|^@|^data:|^#|^\*|^[a-z]+[A-Z]\w*$|^p-|calc\(|var\(|^\d+px|rgba?\(|^[A-Z_]+$|\bminmax\(|charset=|^(… )?(WHERE|AND|FROM|ON CONFLICT|INSERT|UPDATE) |coalesce\(|^<\w|^[\w.]+ (DESC|IS|BETWEEN|=) |%pt|^main \.|^\[|stroke=|^M\d+ \d|^\.[a-z]|^(main|svg|article|table) [.\w[]+$|^\(max-|\drem\b|json_|^format\(|sql_|\w_on\b/;
/** A text that is read: words, or one word as a name of something on the screen. */
const reads = (text, shown) =>
  LETTERS.test(text) &&
  !CODE.test(text) &&
  (shown ? !/^[a-z]+(-[a-z]+)+$/.test(text) : /\S\s+\S/.test(text) && !/^[a-z]+(-[a-z]+)+( [a-z]+(-[a-z]+)*)*$/.test(text));

/** The texts in a piece of TypeScript; what is filled in stands as …. */
function textsOf(source, at, out) {
  const of = (node) =>
    ts.isTemplateExpression(node) ? node.head.text + node.templateSpans.map((s) => `…${s.literal.text}`).join('') : node.text;
  const walk = (node, shown) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node) || ts.isInterfaceDeclaration(node)) return;
    if (ts.isTaggedTemplateExpression(node)) return;
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node) || ts.isTemplateExpression(node)) {
      const text = tidy(of(node));
      if (reads(text, shown)) out(text, at);
      if (ts.isTemplateExpression(node)) for (const s of node.templateSpans) walk(s.expression, false);
      return;
    }
    if (ts.isPropertyAssignment(node)) {
      const name = node.name.getText();
      if (SILENT.test(name)) return;
      walk(node.initializer, SAID.test(name));
      return;
    }
    // What is compared with, looked up or thrown away is no text.
    if (ts.isBinaryExpression(node) && /^[!=]==?$/.test(node.operatorToken.getText())) return;
    if (ts.isCaseClause(node)) {
      node.statements.forEach((s) => walk(s, false));
      return;
    }
    if (ts.isConditionalExpression(node)) {
      walk(node.condition, false);
      walk(node.whenTrue, shown);
      walk(node.whenFalse, shown);
      return;
    }
    if (ts.isParenthesizedExpression(node)) {
      walk(node.expression, shown);
      return;
    }
    if (ts.isElementAccessExpression(node)) {
      walk(node.expression, false);
      return;
    }
    node.forEachChild((child) => walk(child, false));
  };
  walk(source, false);
}

const sourceOf = (text) => ts.createSourceFile('x.ts', text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);

/** The texts of a template: what stands beside each other is read as one, what is filled in stands as …. */
function textsOfTemplate(root, at, out) {
  const expression = (text, shown) => {
    if (!text) return;
    const file = sourceOf(`(${text})`);
    file.forEachChild((n) => {
      const only = ts.isExpressionStatement(n) ? n.expression.expression : n;
      const literal =
        only &&
        (ts.isStringLiteral(only) ||
          ts.isTemplateExpression(only) ||
          ts.isNoSubstitutionTemplateLiteral(only) ||
          ts.isConditionalExpression(only));
      if (literal && shown) {
        // As a property that is said would be.
        textsOf(sourceOf(`({ label: (${text}) })`), at, out);
      } else textsOf(file, at, out);
    });
  };
  const walk = (node) => {
    for (const prop of node.props ?? []) {
      if (prop.type === 6 && prop.value && SAID.test(prop.name)) {
        const text = tidy(prop.value.content);
        if (LETTERS.test(text) && !CODE.test(text)) out(text, at);
      }
      if (
        prop.type === 7 &&
        prop.exp &&
        (prop.name !== 'bind' || !prop.arg || !SILENT.test(prop.arg.content)) &&
        prop.name !== 'on' &&
        prop.name !== 'for' &&
        prop.name !== 'slot'
      ) {
        expression(prop.exp.content, prop.name === 'bind' && prop.arg ? SAID.test(prop.arg.content) : false);
      }
    }
    let line = '';
    const flush = () => {
      const text = tidy(line).replace(/^[\s.,;:()…·–-]+(?=\p{L})|^…$/gu, '');
      if (LETTERS.test(text)) out(text, at);
      line = '';
    };
    for (const child of node.children ?? []) {
      if (child.type === 2) line += child.content;
      else if (child.type === 5) {
        line += '…';
        expression(child.content.content, true);
      } else if (child.type === 1) {
        flush();
        walk(child);
      }
    }
    flush();
  };
  walk(root);
}

/** Which views of the router use a file, by following what each imports. */
function viewsOf(root) {
  const imports = new Map();
  const importsOf = (file) => {
    if (!imports.has(file)) {
      const text = readFileSync(file, 'utf8');
      imports.set(
        file,
        [...text.matchAll(/(?:from|import\()\s*'(\.[^']+)'/g)]
          .map((m) => resolve(dirname(file), m[1]))
          .filter((p) => statSync(p, { throwIfNoEntry: false })?.isFile()),
      );
    }
    return imports.get(file);
  };
  const views = new Map();
  const routes = join(root, 'web/src/app/routes');
  for (const file of files(routes)) {
    const text = readFileSync(file, 'utf8');
    for (const path of importsOf(file)) {
      const from = text.indexOf(relative(dirname(file), path).replaceAll('\\', '/'));
      const title = /title: '([^']+)'/.exec(text.slice(Math.max(0, from)))?.[1] ?? '';
      const seen = new Set();
      const follow = (f) => {
        if (seen.has(f)) return;
        seen.add(f);
        views.set(f, (views.get(f) ?? new Set()).add(title));
        importsOf(f).forEach(follow);
      };
      follow(path);
    }
  }
  return views;
}

/** All that can be said: `{ where, file, text }`, in the order of the files, each text once a file. */
export function gatherWords(root) {
  const views = viewsOf(root);
  const found = [];
  for (const room of ROOMS) {
    for (const path of files(join(root, room)).sort()) {
      if (NO_WORDS.test(path)) continue;
      const file = relative(root, path).replaceAll('\\', '/');
      const used = [...(views.get(path) ?? [])].filter((v) => v !== '').sort();
      const area = file
        .split('/')
        .slice(0, 1)
        .concat(file.split('/').slice(2, 3))
        .join(', ')
        .replace(/\.(ts|vue)$/, '');
      const where = used.length === 0 ? area : used.length > 3 ? `${String(used.length)} views` : used.join('; ');
      const said = new Set();
      const out = (text) => said.add(text);
      const content = readFileSync(path, 'utf8');
      if (path.endsWith('.vue')) {
        const { descriptor } = parse(content, { filename: path });
        for (const script of [descriptor.script, descriptor.scriptSetup]) if (script) textsOf(sourceOf(script.content), file, out);
        if (descriptor.template?.ast) textsOfTemplate(descriptor.template.ast, file, out);
      } else textsOf(sourceOf(content), file, out);
      for (const text of said) found.push({ where, file, text });
    }
  }
  return found;
}

/** The list as it is kept: a line a text, `where`, file and text with tabs between. */
export const listOf = (words) => `where\tfile\ttext\n${words.map((w) => `${w.where}\t${w.file}\t${w.text}`).join('\n')}\n`;
