/** How long, in figures and in words. */

/** "1:04:09", "12:30"; "0:00" once the time is up. */
export function clock(seconds: number): string {
  const left = Math.max(0, Math.ceil(seconds));
  const [hours, minutes] = [Math.floor(left / 3600), Math.floor((left % 3600) / 60)];
  const rest = String(left % 60).padStart(2, "0");
  return hours ? `${hours}:${String(minutes).padStart(2, "0")}:${rest}` : `${minutes}:${rest}`;
}

/** "40 s", "12 min", "3 h 20 min", "2 days". */
export function long(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`;
  if (seconds < 3600) return `${Math.round(seconds / 60)} min`;
  if (seconds < 172_800) {
    const [hours, minutes] = [Math.floor(seconds / 3600), Math.round((seconds % 3600) / 60)];
    return minutes ? `${hours} h ${minutes} min` : `${hours} h`;
  }
  return `${Math.round(seconds / 86_400)} days`;
}
