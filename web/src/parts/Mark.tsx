/** The pennant as a mark. */
import { FLAG, PENCIL } from "../palette";
export function Mark({ size = 18 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden="true">
      <path d="M3 1v14" stroke={PENCIL} strokeWidth="1.6" />
      <path d="M4 2l10 3.5L4 9z" fill={FLAG} />
    </svg>
  );
}
