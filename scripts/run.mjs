// @ts-check
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder. */
export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));

/**
 * Runs a program to its end, its output shown.
 * @param {string} command
 * @param {string[]} args
 * @param {Record<string, string>} [env]
 * @returns {Promise<number>} its exit code
 */
export function run(command, args, env = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
    child.once('error', reject);
    child.once('exit', (code) => resolve(code ?? 1));
  });
}

/**
 * Runs a program; ends this one with the same code when it fails.
 * @param {string} command
 * @param {string[]} args
 * @param {Record<string, string>} [env]
 */
export async function must(command, args, env) {
  const code = await run(command, args, env);
  if (code !== 0) process.exit(code);
}

/**
 * Starts a program that goes on, and waits for the line of its output that says it is ready.
 * @param {string[]} args of Node
 * @param {Record<string, string>} env
 * @param {RegExp} ready
 * @returns {Promise<{ child: import('node:child_process').ChildProcess, line: string }>}
 */
export function start(args, env, ready) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, args, {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, ...env },
    });
    let output = '';
    let isReady = false;
    child.stdout.setEncoding('utf8').on('data', (/** @type {string} */ chunk) => {
      if (isReady) return;
      output += chunk;
      const line = output.split('\n').find((each) => ready.test(each));
      if (line === undefined) return;
      isReady = true;
      resolve({ child, line });
    });
    child.once('error', reject);
    child.once('exit', (code) => {
      if (!isReady) reject(new Error(`${args[0]} ended before it was ready (code ${code}).\n${output}`));
    });
  });
}

/**
 * A free port on loopback: the wanted one, or the next above it.
 * @param {number} wanted
 * @returns {Promise<number>}
 */
export async function freePort(wanted) {
  for (let port = wanted; port < wanted + 200; port++) {
    const free = await new Promise((resolve) => {
      const probe = createServer();
      probe.once('error', () => resolve(false));
      probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
    });
    if (free) return port;
  }
  throw new Error(`All ports from ${wanted} to ${wanted + 199} are taken.`);
}
