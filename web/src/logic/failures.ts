/** Why something was not kept by the server, told apart, and whether it is tried again by itself. */
import { Refused } from '@/api/client'

export type Failure =
  'no signal' | 'full' | 'signed out' | 'not allowed' | 'gone' | 'too much' | 'busy' | 'server fault' | 'refused'

export function failure(error: unknown): Failure {
  const status = error instanceof Refused ? error.status : 0
  if (status === 0 || status === 502 || status === 503 || status === 504) return 'no signal'
  if (status === 507) return 'full'
  if (status === 401) return 'signed out'
  if (status === 403) return 'not allowed'
  if (status === 404) return 'gone'
  if (status === 413) return 'too much'
  if (status === 429) return 'busy'
  return status >= 500 ? 'server fault' : 'refused'
}

/** After how long each is tried again by itself (ms); the others wait for somebody. */
export const AGAIN_MS: Partial<Record<Failure, number>> = {
  'no signal': 4000,
  'signed out': 15_000,
  busy: 20_000,
  full: 15_000,
  'server fault': 15_000,
}

/** Whether the server said for certain that nothing was kept: all else may have been kept, its answer lost. */
export const certain = (error: unknown) => error instanceof Refused && error.status >= 400 && error.status < 500

export const SAYS: Record<Failure, string> = {
  'no signal': 'Offline. Saved on this device; retrying',
  full: 'The server can’t store anything now. Saved on this device; retrying',
  'signed out': 'Signed out. Saved on this device under your name',
  'not allowed': "Not saved: your role can't edit this. Saved on this device",
  gone: 'Not saved: this job is no longer on the server. Saved on this device',
  'too much': 'Not saved: this is more than one job can hold. Saved on this device',
  busy: 'The server is busy. Saved on this device; retrying',
  'server fault': 'Server error. Saved on this device; retrying',
  refused: 'Not saved: see the field in red. Saved on this device',
}
