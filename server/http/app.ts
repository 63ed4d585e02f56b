import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import type { IncomingMessage } from 'node:http';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import compression from 'compression';
import packedStatic from 'express-static-gzip';
import express, { Router, type Express, type Request, type RequestHandler, type Response } from 'express';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { openApiDocument } from '@obolus/contract/openapi';
import type { Context } from './context.ts';
import { answerProblems, notFound, wrongMethod } from './problems.ts';
import { apiRouter } from './routes.ts';
import { refuseCrossSite, sessions, signedIn, type SessionStore, whoAsks } from './session.ts';

const VERSION = '0.1.0';

/** The whole application over HTTP: health, the API with its document, and the built web. */
export function createApp(context: Context, store: SessionStore): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', 'loopback');
  app.use(
    pinoHttp({
      logger: context.log,
      genReqId: requestId,
      // Who asked, and what came of it: the rest is in the line by itself.
      customProps: (request, response) => ({
        person: (request as Request).person?.id,
        document: (response as Response).locals.document as string | undefined,
      }),
      autoLogging: { ignore: (request: IncomingMessage) => request.url?.startsWith('/health') ?? false },
    }),
  );
  app.use(measured(context));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'upgrade-insecure-requests': null,
          'img-src': ["'self'"],
          'font-src': ["'self'"],
          // Parts of the interface set styles of their own where they float; nothing comes from elsewhere.
          'style-src': ["'self'", "'unsafe-inline'"],
        },
      },
      strictTransportSecurity: context.config.secureCookies,
    }),
  );
  app.use(compression());
  health(app, context);
  app.use(
    '/api',
    neverKept,
    sessions(context.config, store),
    refuseCrossSite,
    whoAsks(context.source),
    apiRouter(context),
    apiDocument(),
    wrongMethod,
    notFound,
  );
  web(app, context.config.webFolder);
  app.use(notFound);
  app.use(answerProblems);
  return app;
}

/** How long it took, by the path as the contract has it. */
const measured =
  ({ metrics }: Context): RequestHandler =>
  (request, response, next) => {
    const begun = performance.now();
    response.once('finish', () => {
      const route = (request.route as { path?: unknown } | undefined)?.path;
      if (typeof route === 'string')
        metrics.answered(request.method, route, response.statusCode, (performance.now() - begun) / 1000);
    });
    next();
  };

/** What the books say is kept by nobody on the way, nor by the browser after signing out. */
const neverKept: RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};

function requestId(_request: unknown, response: { setHeader(name: string, value: string): unknown }): string {
  const id = randomUUID();
  response.setHeader('X-Request-Id', id);
  return id;
}

function health(app: Express, context: Context): void {
  app.get('/health/live', (_request, response) => void response.json({ live: true }));
  app.get('/health/ready', async (_request, response) => {
    const ready = await context.source.query('SELECT 1').then(
      () => true,
      () => false,
    );
    response.status(ready ? 200 : 503).json({ ready });
  });
}

/** The OpenAPI document and a page to read it, for whoever is signed in; nothing is loaded from elsewhere. */
function apiDocument(): Router {
  const router = Router();
  router.use(['/openapi.json', '/docs'], signedIn);
  router.get('/openapi.json', (_request, response) => void response.json(openApiDocument(VERSION)));
  const assets = dirname(createRequire(import.meta.url).resolve('swagger-ui-dist/package.json'));
  router.get('/docs/swagger-initializer.js', (_request, response) => {
    response
      .type('js')
      .send(
        "window.onload = () => { window.ui = SwaggerUIBundle({ url: '/api/openapi.json', dom_id: '#swagger-ui', presets: [SwaggerUIBundle.presets.apis], validatorUrl: null }); };",
      );
  });
  router.use('/docs', express.static(assets));
  return router;
}

function web(app: Express, folder: string): void {
  if (!existsSync(join(folder, 'index.html'))) return;
  // The build leaves each file packed beside it: as small as it gets, and packed once.
  app.use(
    packedStatic(folder, {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: { setHeaders: cacheHashedForever },
    }),
  );
  app.get(/^\/(?!api\/|health\/|assets\/).*$/, (_request, response) => {
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(join(folder, 'index.html'));
  });
}

function cacheHashedForever(response: { setHeader(name: string, value: string): unknown }, path: string): void {
  response.setHeader('Cache-Control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache');
}
