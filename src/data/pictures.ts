import type { StoredPhoto, StudioDatabase } from './database.ts'

/** So many pictures are held at a time. */
const AT_ONCE = 64

/** Goes through the studio's pictures, some at a time, in the order of their ids; within a transaction or without one. */
export async function somePictures(
  db: StudioDatabase,
  take: (some: readonly StoredPhoto[]) => Promise<void> | void,
): Promise<void> {
  for (let after: string | undefined = ''; after !== undefined;) {
    const some = await picturesAfter(db, after)
    await take(some)
    after = some.at(-1)?.id
  }
}

/** The next pictures after that id; none after the last. */
export function picturesAfter(db: StudioDatabase, id: string): PromiseLike<StoredPhoto[]> {
  return db.photos.where('id').above(id).limit(AT_ONCE).toArray()
}
