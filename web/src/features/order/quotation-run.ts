import { onScopeDispose, ref, shallowRef } from 'vue';
import type { OrderLine, Quotation } from '@eldrun/core/order';
import type { Offer, Supplier } from '@eldrun/contract';
import { ask } from '../../persistence/api.ts';

/** A yard that does not answer within this is not waited for, ms. */
const WAITED = 20_000;

/** Asks yards for quotations: what they are, which one is asked, what stands in the way. */
export function useQuotations() {
  const suppliers = shallowRef<Supplier[]>([]);
  const failure = ref('');
  /** The yard that is asked now. */
  const asking = shallowRef<Supplier | null>(null);
  let abort: AbortController | null = null;

  async function readSuppliers(): Promise<void> {
    try {
      suppliers.value = await ask('listSuppliers');
      failure.value = '';
    } catch (error) {
      failure.value = (error as Error).message;
    }
  }
  void readSuppliers();

  /**
   * Asks a yard for prices of lines.
   *
   * @param seed the same one is answered the same
   * @returns its offer; null where no answer came in time, or nobody waited for it
   * @throws ApiProblem where it refused
   */
  async function request(
    supplier: Supplier,
    lines: readonly OrderLine[],
    seed: number,
  ): Promise<Offer | null> {
    const controller = (abort = new AbortController());
    asking.value = supplier;
    const timer = setTimeout(() => controller.abort(), WAITED);
    try {
      return await ask('requestQuotation', {
        params: { supplier: supplier.id },
        body: {
          seed,
          lines: lines.map(({ key, material, what, orderUnit, order, area, volume }) => ({
            key,
            material,
            what,
            unit: orderUnit,
            asked: order,
            area,
            volume,
          })),
        },
        signal: controller.signal,
      });
    } catch (error) {
      if (controller.signal.aborted) return null;
      throw error;
    } finally {
      clearTimeout(timer);
      asking.value = null;
    }
  }

  onScopeDispose(() => abort?.abort());
  return {
    suppliers,
    failure,
    readSuppliers,
    asking,
    request,
    stop: () => abort?.abort(),
  };
}

/** A request as the order keeps it; lines without an answer have no offer. */
export function quotationOf(
  id: string,
  supplier: Supplier,
  askedOn: string,
  lines: readonly OrderLine[],
  offer: Offer | null,
): Quotation {
  const offered = new Map(offer?.lines.map((line) => [line.key, line]));
  return {
    id,
    supplier: supplier.name,
    askedOn,
    answered: offer !== null,
    ...(offer ? { validDays: offer.validDays } : {}),
    lines: lines.map(({ key, material, what, orderUnit, order }) => {
      const line = offered.get(key);
      return {
        key,
        material,
        what,
        unit: orderUnit,
        asked: order,
        usd: line?.usd ?? null,
        leadDays: line?.leadDays ?? null,
        available: line?.available ?? 0,
      };
    }),
  };
}
