/** Jobs as keys of what is known of them: written out once a job, because keys are compared at every
 * render of what asks. */
const writtenOnes = new WeakMap<object, string>();
const namelessOnes = new WeakMap<object, string>();

export function written(job: object): string {
  const key = writtenOnes.get(job) ?? JSON.stringify(job);
  writtenOnes.set(job, key);
  return key;
}

/** The same, whatever the job is called. */
export function nameless(job: object): string {
  const key = namelessOnes.get(job) ?? JSON.stringify({ ...job, name: "" });
  namelessOnes.set(job, key);
  return key;
}
