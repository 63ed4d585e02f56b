import { allEndpoints } from './api.ts';
import type { AnyEndpoint } from './endpoint.ts';
import type { TSchema } from './figures.ts';
import { Problem } from './problem.ts';

/** The OpenAPI 3.1 document, made from the schemas that validate. */
export function openApiDocument(version: string): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const endpoint of allEndpoints) {
    const path = `/api${endpoint.path.replace(/:(\w+)/g, '{$1}')}`;
    paths[path] = { ...paths[path], [endpoint.method]: operation(endpoint) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Obolus',
      version,
      description: 'Purchase orders, goods receipts, vendor bills, landed costs and what they do to the books.',
    },
    paths,
    components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'obolus' } } },
  };
}

function operation(endpoint: AnyEndpoint): object {
  return {
    summary: endpoint.summary,
    security: endpoint.allow === 'anyone' ? [] : [{ session: [] }],
    description: typeof endpoint.allow === 'string' ? '' : `For: ${endpoint.allow.join(', ')}`,
    parameters: [...parameters(endpoint.params, 'path'), ...parameters(endpoint.query, 'query'), ...headers(endpoint)],
    ...(endpoint.body
      ? { requestBody: { required: true, content: { 'application/json': { schema: endpoint.body } } } }
      : {}),
    responses: {
      [endpoint.keyed ? 201 : 200]: {
        description: 'Done',
        content: endpoint.produces ? { [endpoint.produces]: {} } : { 'application/json': { schema: endpoint.reply } },
      },
      default: { description: 'A problem (RFC 9457)', content: { 'application/problem+json': { schema: Problem } } },
    },
  };
}

function parameters(schema: TSchema | undefined, where: 'path' | 'query'): object[] {
  const properties = (schema?.properties ?? {}) as Record<string, TSchema>;
  const required = (schema?.required ?? []) as string[];
  return Object.entries(properties).map(([name, property]) => ({
    name,
    in: where,
    required: where === 'path' || required.includes(name),
    schema: property,
  }));
}

function headers(endpoint: AnyEndpoint): object[] {
  const key = {
    name: 'Idempotency-Key',
    in: 'header',
    required: true,
    schema: { type: 'string', format: 'uuid' },
    description: 'Made by the client; a retried request posts once',
  };
  const token = {
    name: 'X-CSRF-Token',
    in: 'header',
    required: true,
    schema: { type: 'string' },
    description: 'From the session',
  };
  const writes = endpoint.method !== 'get' && endpoint.allow !== 'anyone';
  return [...(endpoint.keyed ? [key] : []), ...(writes ? [token] : [])];
}
