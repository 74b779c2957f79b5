// What the program is made of: the lock file, licences, notices, known vulnerabilities. `npm run notices` writes the notices anew.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { init } from 'license-checker-rseidelsohn';
import { ROOT } from './prepare.mjs';

const NOTICES = join(ROOT, 'THIRD-PARTY-NOTICES.txt');
/** Licences under which a package may be shipped with the program. */
const ALLOWED = ['MIT', 'ISC', 'Apache-2.0', 'BSD-2-Clause', 'BSD-3-Clause', '0BSD', 'BlueOak-1.0.0', 'CC0-1.0'];
const ALLOWED_TOO = ['MPL-2.0', 'OFL-1.1', 'Unlicense', 'Python-2.0', 'PostgreSQL', 'Bitstream-Vera'];
/** Licences as somebody has read them, of packages whose own field names none. */
const AS_READ = { 'dejavu-fonts-ttf': 'Bitstream-Vera' };

const read = (file) => JSON.parse(readFileSync(join(ROOT, file), 'utf8'));

/** Every package that runs, with its licence: name@version → what is known of it. */
async function shipped() {
  const all = await promisify(init)({ start: ROOT, production: true, excludePrivatePackages: true });
  return Object.entries(all)
    .map(([name, p]) => [name, { ...p, licenses: AS_READ[name.slice(0, name.lastIndexOf('@'))] ?? p.licenses }])
    .sort(([a], [b]) => (a < b ? -1 : 1));
}

/** @returns what is wrong with the lock file */
export function lockProblems() {
  const { dependencies, devDependencies } = read('package.json');
  const { packages } = read('package-lock.json');
  const wrong = [];
  for (const [name, wanted] of Object.entries({ ...dependencies, ...devDependencies })) {
    const locked = packages[`node_modules/${name}`]?.version;
    // An alias says the package as well: npm:name@version.
    if (locked !== wanted.slice(wanted.lastIndexOf('@') + 1))
      wrong.push(`${name}: package.json has ${wanted}, the lock file ${locked ?? 'none'}`);
  }
  for (const [path, p] of Object.entries(packages))
    if (path !== '' && !p.link && !p.integrity) wrong.push(`${path}: no hash in the lock file`);
  return wrong;
}

const isAllowed = (licence) =>
  String(licence)
    .replace(/[()]/g, '')
    .split(/ OR /)
    .some((one) => one.split(/ AND /).every((l) => [...ALLOWED, ...ALLOWED_TOO].includes(l.replace(/\*$/, ''))));

/** @returns packages that run under a licence that is not allowed */
export const licenceProblems = async () =>
  (await shipped())
    .filter(([, { licenses }]) => ![licenses].flat().every(isAllowed))
    .map(([name, { licenses }]) => `${name}: ${licenses}`);

/** The notices of all that is shipped: name, licence, and its text. */
export async function notices() {
  const parts = (await shipped()).map(([name, { licenses, licenseFile }]) => {
    const isText = licenseFile && existsSync(licenseFile) && /licen[cs]e|copying|notice/i.test(licenseFile);
    const text = isText ? readFileSync(licenseFile, 'utf8').replace(/\r/g, '').trim() : 'No text of its own.';
    return `${name}\nLicence: ${licenses}\n\n${text}\n`;
  });
  const head = 'Maple Notch is shipped with the packages below, each under its own licence.\n';
  return [head, ...parts].join(`\n${'-'.repeat(80)}\n\n`);
}

export const noticesProblems = async () =>
  existsSync(NOTICES) && readFileSync(NOTICES, 'utf8') === (await notices())
    ? []
    : ['THIRD-PARTY-NOTICES.txt is not what the packages say: run npm run notices.'];

/** Severe known vulnerabilities of what runs. @returns undefined where the registry does not tell */
export function vulnerabilities() {
  const { stdout } = spawnSync('npm', ['audit', '--omit=dev', '--json'], {
    cwd: ROOT,
    encoding: 'utf8',
    timeout: 60_000,
  });
  try {
    const said = JSON.parse(stdout);
    if (!said.vulnerabilities) return undefined;
    return Object.values(said.vulnerabilities)
      .filter((v) => v.severity === 'high' || v.severity === 'critical')
      .map((v) => `${v.name}: ${v.severity}`);
  } catch {
    return undefined;
  }
}

if (process.argv[2] === 'write') {
  writeFileSync(NOTICES, await notices());
  console.log(`Written: ${NOTICES}`);
} else if (process.argv[2] === 'check') {
  const known = vulnerabilities();
  if (known === undefined) console.log('Known vulnerabilities: the registry does not tell here.');
  const problems = [...lockProblems(), ...(await licenceProblems()), ...(await noticesProblems()), ...(known ?? [])];
  for (const problem of problems.slice(0, 20)) console.log(problem);
  process.exit(problems.length > 0 ? 1 : 0);
}
