/** When something was, as short as it can be: today's as a time, this year's without the year. */
export function shortTime(iso: string, now = new Date()): string {
  const at = new Date(iso);
  if (at.toDateString() === now.toDateString())
    return `today, ${at.toLocaleTimeString([], { hour: "numeric", minute: "2-digit" })}`;
  const day = { day: "numeric", month: "short" } as const;
  const year = at.getFullYear() === now.getFullYear() ? {} : ({ year: "numeric" } as const);
  return at.toLocaleDateString([], { ...day, ...year });
}
