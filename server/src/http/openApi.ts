import { operations, problemSchema, type Operation } from '@neat-sill/core/contract';
import { z } from 'zod';
import { createDocument, type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from 'zod-openapi';

const problemAnswer = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: problemSchema } },
});

function describe(
  name: string,
  { summary, status, params, query, body, answer, access }: Operation,
): ZodOpenApiOperationObject {
  const hasParams = params instanceof z.ZodObject && Object.keys(params.shape).length > 0;
  return {
    operationId: name,
    summary,
    ...(access !== 'anyone' ? { security: [{ session: [] }] } : {}),
    ...(hasParams || query
      ? {
          requestParams: {
            ...(hasParams ? { path: params } : {}),
            ...(query instanceof z.ZodObject ? { query } : {}),
          },
        }
      : {}),
    ...(body instanceof z.ZodUndefined
      ? {}
      : { requestBody: { content: { 'application/json': { schema: body } } } }),
    responses: {
      [String(status)]: { description: 'Done', content: { 'application/json': { schema: answer } } },
      '4XX': problemAnswer('Why not, and how to mend it'),
      '5XX': problemAnswer('The server or its database failed'),
    },
  };
}

function download(operationId: string, summary: string, type: string): ZodOpenApiOperationObject {
  return {
    operationId,
    summary,
    security: [{ session: [] }],
    requestParams: { path: z.object({ id: z.uuid() }) },
    responses: {
      '200': {
        description: 'The file',
        content: { [type]: { schema: { type: 'string', format: 'binary' } } },
      },
      '4XX': problemAnswer('Why not, and how to mend it'),
    },
  };
}

/** The OpenAPI description of the API, from the same schemas that validate it. */
export function openApiDocument() {
  const paths: ZodOpenApiPathsObject = {};
  for (const [name, operation] of Object.entries(operations)) {
    const path = `/api${operation.path.replaceAll(/:(\w+)/g, '{$1}')}`;
    paths[path] = { ...paths[path], [operation.method]: describe(name, operation) };
  }
  paths['/api/jobs/{id}/file'] = { get: download('jobFile', 'The job as a file', 'application/json') };
  paths['/api/papers/{id}/pdf'] = { get: download('paperPdf', 'A PDF that is ready', 'application/pdf') };
  paths['/api/film-wanted/pdf'] = {
    get: download('filmWantedPdf', 'Film to buy for kept plans, as a PDF', 'application/pdf'),
  };
  return createDocument({
    openapi: '3.1.0',
    info: { title: 'Neat Sill', version: '1' },
    components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'neat_sill_session' } } },
    paths,
  });
}
