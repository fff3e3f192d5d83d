import { hasWords, idOfSource, pluralSource, sourceOf } from "@yule/core";
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import ts from "typescript";

/** Sentences of one catalogue: by its short name, as it stands in the code. */
export type Catalogue = Readonly<Record<string, string>>;

/** Where sentences stand that a maker reads. */
const FOLDERS = ["web/src", "derive/src", "contract/src", "core/src", "server/src"];
const SENTENCE_TAGS: ReadonlySet<string> = new Set(["t", "rich", "phrase", "written"]);

function* sourcesIn(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = join(folder, entry.name);
    if (entry.isDirectory() && entry.name !== "node_modules") yield* sourcesIn(path);
    else if (/\.tsx?$/.test(entry.name) && !/\.test\.tsx?$|testing\.tsx?$|examples?\w*\.ts$/i.test(entry.name)) yield path;
  }
}

/** What is opened by the shop's name: its settings, the shops beside it, its devices, its backups; and what could not be taken. */
const SETTINGS = /^web\/src\/(?:features\/(?:backups|devices|refused|shops)\/|shell\/ShopDialog)/;

/** The catalogue that a file's sentences belong to: its view's, or the one that is always there. Two parts of the core speak in one view alone. */
const domainOf = (path: string): string => {
  // What was done is told in the logbook; a notice of it anywhere finds it too, once the rest has been fetched.
  if (/^contract\/src\/\w+\/events\.ts$/.test(path)) return "logbook";
  // What is allowed is met when something was not, and fetched after what the views say.
  if (/^(?:server|contract)\/src\//.test(path)) return "refusals";
  if (path.startsWith("derive/src/designs/")) return "designs";
  if (path.startsWith("derive/src/logbook/")) return "logbook";
  if (SETTINGS.test(path)) return "shop";
  return /^(?:web\/src\/views|core\/src(?=\/(?:designs|colour)\/))\/(\w+)\//.exec(path)?.[1] ?? "common";
};

/** The parts of a template as its tag is given them. */
function partsOf(template: ts.TemplateLiteral): TemplateStringsArray {
  const parts = ts.isNoSubstitutionTemplateLiteral(template) ? [template.text] : [template.head.text, ...template.templateSpans.map(({ literal }) => literal.text)];
  return Object.assign(parts, { raw: parts });
}

/** What `howMany(n, "sheet")` says, with the same rule for a plural that is not told. */
function formsOfHowMany(node: ts.CallExpression): string | null {
  const [, one, many] = node.arguments;
  if (!ts.isIdentifier(node.expression) || node.expression.text !== "howMany" || !one || !ts.isStringLiteral(one)) return null;
  return pluralSource({ one: `# ${one.text}`, other: `# ${many && ts.isStringLiteral(many) ? many.text : `${one.text}s`}` });
}

/** The forms of a call such as `plural(n, { one: "# card", other: "# cards" })`; null where they are not written there. */
function formsIn(node: ts.CallExpression): string | null {
  const forms = node.arguments[1];
  if (!ts.isIdentifier(node.expression) || node.expression.text !== "plural" || !forms || !ts.isObjectLiteralExpression(forms)) return null;
  const told = new Map(
    forms.properties.flatMap((each) => (ts.isPropertyAssignment(each) && ts.isStringLiteral(each.initializer) ? [[each.name.getText(), each.initializer.text] as const] : [])),
  );
  const [one, other] = [told.get("one"), told.get("other")];
  return one === undefined || other === undefined ? null : pluralSource({ one, other });
}

/**
 * All sentences of the program, by their catalogue.
 * @throws where two sentences would have one short name
 */
export function sentencesOf(root: string): Map<string, Catalogue> {
  const found = new Map<string, Record<string, string>>();
  const names = new Map<string, string>();
  const note = (domain: string, source: string): void => {
    if (!hasWords(source)) return;
    const id = idOfSource(source);
    const before = names.get(id);
    if (before !== undefined && before !== source) throw new Error(`"${before}" and "${source}" have one short name`);
    names.set(id, source);
    const catalogue = found.get(domain) ?? {};
    catalogue[id] = source;
    found.set(domain, catalogue);
  };
  for (const folder of FOLDERS)
    for (const path of sourcesIn(join(root, folder))) {
      const domain = domainOf(relative(root, path));
      const visit = (node: ts.Node): void => {
        if (ts.isTaggedTemplateExpression(node) && ts.isIdentifier(node.tag) && SENTENCE_TAGS.has(node.tag.text)) note(domain, sourceOf(partsOf(node.template)));
        if (ts.isCallExpression(node)) {
          const forms = formsIn(node) ?? formsOfHowMany(node);
          if (forms !== null) note(domain, forms);
        }
        node.forEachChild(visit);
      };
      visit(ts.createSourceFile(path, readFileSync(path, "utf8"), ts.ScriptTarget.Latest, true, path.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS));
    }
  // What is always there need not be told again with a view.
  const common = found.get("common") ?? {};
  return new Map(
    [...found].map(([domain, catalogue]) => [domain, domain === "common" ? catalogue : Object.fromEntries(Object.entries(catalogue).filter(([id]) => !(id in common)))]),
  );
}
