import { ROLE_NAMES, ROLES, type Role } from '@gully/core/chat';

const NOBODY = 'nobody';

/** Roles that may be exempt: that one and all above it. */
export const EXEMPT_CHOICES = [
  { value: NOBODY, label: 'nobody' },
  ...ROLES.filter((role) => role !== 'viewer').map((role) => ({
    value: role as string,
    label: role === 'streamer' ? 'the streamer' : `${ROLE_NAMES[role]}s`,
  })),
];

export function fromChoice(value: string): Role | null {
  return ROLES.find((role) => role === value) ?? null;
}

export function toChoice(role: Role | null): string {
  return role ?? NOBODY;
}
