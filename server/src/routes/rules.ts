import {
  priceChangesSchema,
  quoteAskedSchema,
  ruleChangesSchema,
  supplierChangesSchema,
} from '@fieldchalk/contracts';
import express from 'express';
import { personOf } from '../access/who.ts';
import { rulesOf } from '../live.ts';
import type { Services } from '../services/index.ts';
import { listenToRules } from './listen.ts';
import { parsed } from './request.ts';

/** The company's house rules and its price book. */
export function ruleRoutes(services: Services): express.Router {
  const { books, prices, quotes, evidence, audit, live } = services;
  const router = express.Router();
  router.get('/rules/events', listenToRules(services));
  router.get('/rules', async (_request, response) => {
    response.json(await books.of(personOf(response).company));
  });
  router.post('/rules/changes', async (request, response) => {
    const { changes } = parsed(ruleChangesSchema, request.body);
    const { company } = personOf(response);
    const rules = await books.change(company, changes);
    await audit.write(response, 'changed house rules', changes.map((c) => c.rule).join(', '));
    live.tell(rulesOf(company), 'rules', rules);
    response.json(rules);
  });
  router.get('/evidence', async (_request, response) => {
    response.json(await evidence.of(personOf(response).company));
  });
  router.get('/prices', async (_request, response) => {
    response.json(await prices.of(personOf(response).company));
  });
  router.post('/prices/changes', async (request, response) => {
    const changes = parsed(priceChangesSchema, request.body);
    const book = await prices.change(personOf(response).company, changes);
    const items = Object.keys(changes.prices);
    await audit.write(response, 'changed the price book', `${items.length} items`);
    response.json(book);
  });
  router.get('/suppliers', async (_request, response) => {
    response.json(await prices.suppliersOf(personOf(response).company));
  });
  router.post('/suppliers/changes', async (request, response) => {
    const changes = parsed(supplierChangesSchema, request.body);
    const suppliers = await prices.changeSuppliers(personOf(response).company, changes);
    const names = Object.values(changes.suppliers).map((s) => s?.name ?? 'one removed');
    await audit.write(response, 'changed suppliers', names.join(', ').slice(0, 200));
    response.json(suppliers);
  });
  router.post('/quotes', async (request, response) => {
    response.json(await quotes.ask(parsed(quoteAskedSchema, request.body)));
  });
  return router;
}
