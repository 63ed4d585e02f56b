// Where the project is, and how its parts are installed and built. Nothing here needs an installed package.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
export const dataFolder = join(root, '.data');

/** Ends with one plain line that says what to do. */
export function stopWith(message) {
  console.error(message);
  process.exit(1);
}

export function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  stopWith(
    `Obolus needs Node.js 20.19 or newer; this is ${process.versions.node}. Install a newer Node.js and start again.`,
  );
}

export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options });
    child.once('error', reject);
    child.once('exit', (code, signal) => {
      if (code === 0) resolve();
      else reject(new Error(`${command} ${args.join(' ')} ended with ${signal ?? code}`));
    });
  });
}

/** Installs the packages when there are none yet or the lock file has changed since. */
export async function ensurePackages() {
  const stamp = join(root, 'node_modules/.obolus-lock');
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages (about a minute) …');
  await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, lock);
}

/** Builds the named parts with their references, and the web when asked for, if a source is newer than the last build. */
export async function ensureBuilt(parts) {
  await ensurePackages();
  const projects = parts.filter((part) => part !== 'web');
  if (projects.length > 0)
    await run(process.execPath, [join(root, 'node_modules/typescript/bin/tsc'), '-b', ...projects]);
  if (!parts.includes('web')) return;
  const sources = fingerprint(['web', 'core', 'contract', 'messages']);
  const stamp = join(dataFolder, 'web-built');
  if (existsSync(join(root, 'web/dist/index.html')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === sources)
    return;
  console.log('Building the web application …');
  await run('npm', ['run', 'build', '-w', 'web', '--silent']);
  mkdirSync(dataFolder, { recursive: true });
  writeFileSync(stamp, sources);
}

function fingerprint(folders) {
  const hash = createHash('sha256');
  const walk = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (['dist', 'node_modules'].includes(entry.name)) continue;
      const path = join(folder, entry.name);
      if (entry.isDirectory()) walk(path);
      else hash.update(path).update(readFileSync(path));
    }
  };
  for (const folder of folders) walk(join(root, folder));
  return hash.digest('hex');
}

/** A Debian package's program, installed through apt where we may; else one line says what to install. */
export function ensureDebian(program, packageName) {
  const path = find(program);
  if (path) return path;
  const asRoot = process.getuid?.() === 0;
  const sudo = !asRoot && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0;
  if (!asRoot && !sudo)
    stopWith(`${packageName} is missing: install it (Debian: apt-get install ${packageName}) and start again.`);
  console.log(`Installing ${packageName} …`);
  const apt = (...args) => {
    const command = asRoot ? ['apt-get', ...args] : ['sudo', '-n', 'apt-get', ...args];
    return spawnSync(command[0], command.slice(1), {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  };
  const install = () => apt('install', '-y', '-qq', '--no-install-recommends', packageName);
  if (install() !== 0) {
    apt('update', '-qq');
    if (install() !== 0) stopWith(`apt could not install ${packageName}: install it by hand and start again.`);
  }
  return find(program) ?? stopWith(`${packageName} is installed, but ${program} is not to be found.`);
}

/** The browser of the tests, the measurements and the pictures: a Chromium without the parts that draw windows, a quarter quicker in our tests. */
export function ensureChromium() {
  process.env.OBOLUS_CHROMIUM ??= ensureDebian('chromium-headless-shell', 'chromium-headless-shell');
}

function find(program) {
  const folders = [...(process.env.PATH ?? '').split(':'), '/usr/sbin', '/usr/bin', '/usr/local/bin'];
  return folders.map((folder) => join(folder, program)).find((path) => existsSync(path) && statSync(path).isFile());
}
