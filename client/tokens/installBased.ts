import { readKit, type Json } from '../../core/index.js';
import { api } from '../base/api.js';
import { packKit } from '../originals/packKit.js';
import type { useLibrary } from '../stores/library.js';

/**
 * Installs a kit that is based on an installed one and brings no files of its own, and has the page know it. Rejects with a sentence.
 * @param otherwise the sentence where the reader has none
 */
export async function installBased(
  library: ReturnType<typeof useLibrary>,
  json: Json,
  otherwise: string,
): Promise<void> {
  const { value, problems } = readKit(json, { bases: library.kits });
  if (!value) throw new Error(problems[0]?.message ?? otherwise);
  await api.install(await packKit({ ...value, fonts: [] }, [], json));
  await library.refresh();
}
