/** Whether somebody may own what is sold. */
export function sells(user: { roles: string[] }): boolean {
  return user.roles.some((role) => role !== 'credit-controller');
}
