/** Move one of a list so many places on, or back. */
export function move<T>(list: T[], from: number, by: number): void {
  list.splice(from + by, 0, ...list.splice(from, 1));
}
