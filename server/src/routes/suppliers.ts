import { Router } from 'express';
import { notFound } from '../errors.ts';
import { serve } from '../serve.ts';
import { offerOf, suppliers } from '../supplier/quote.ts';

/** The yards that stand in for suppliers, and what they offer. */
export function supplierRoutes(): Router {
  const router = Router();
  serve(router, 'listSuppliers', () => Promise.resolve(suppliers()));
  serve(router, 'requestQuotation', ({ params, body }) => {
    const offer = offerOf(params.supplier, body);
    if (!offer) throw notFound('supplier');
    return Promise.resolve(offer);
  });
  return router;
}
