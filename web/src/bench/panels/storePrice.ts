import type { Money } from '@zucchini/core';
import { api, ApiError } from '../../api/client';

/** So often a part is read again because another window stored it in between. */
const mostTries = 3;

/**
 * Stores the list price of a part, and gives back the part's name. Where another window stores the same part meanwhile, its other
 * figures stay and the price goes on top of them. Throws what the server says otherwise.
 */
export async function storePrice(partId: string, price: Money): Promise<string> {
  for (let tried = 1; ; tried += 1) {
    const { revision, part } = await api.findPart(partId);
    try {
      await api.storeParts([{ revision, part: { ...part, price } }]);
      return part.name;
    } catch (error) {
      const isStale = error instanceof ApiError && error.status === 409;
      if (!isStale || tried === mostTries) throw error;
    }
  }
}
