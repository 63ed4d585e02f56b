// Runs worked cases: node scripts/cases.mjs [files or folders]. Without any, the project's own casebook.
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { ensureBuilt, root } from './lib/project.mjs';

await ensureBuilt(['core']);
const { runCase } = await import(join(root, 'core/dist/cases/runCase.js'));

const asked = process.argv.slice(2);
const files = (asked.length > 0 ? asked : [join(root, 'casebook')]).flatMap(filesIn);
let failed = 0;
for (const file of files) {
  const report = runCase(readFileSync(file, 'utf8'));
  const passed = report.differences.length === 0;
  if (!passed) failed += 1;
  console.log(`${passed ? 'passed' : 'FAILED'}  ${basename(file)}  ${report.title}`);
  for (const { step, says } of report.differences) console.log(`          ${step}: ${says}`);
}
console.log(`${files.length - failed} passed, ${failed} failed`);
process.exitCode = failed > 0 || files.length === 0 ? 1 : 0;

function filesIn(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path, { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => {
      if (entry.isDirectory()) return filesIn(join(path, entry.name));
      return /\.ya?ml$/.test(entry.name) ? [join(path, entry.name)] : [];
    });
}
