import { LIST_NAMES } from '../lists.ts';
import { ListPage, ListState } from '../listState.ts';
import { Paper } from '../views/documents.ts';
import { SavedView } from '../views/setUp.ts';
import { exactly, oneOf, Text, Type } from '../figures.ts';
import { endpoint } from '../endpoint.ts';
import { Done, list } from './parts.ts';

const ofList = exactly({ list: oneOf(LIST_NAMES) });

const listQuery = {
  sort: Type.Optional(Text(40)),
  down: Type.Optional(Type.Literal('yes')),
  find: Type.Optional(Text(100)),
  where: Type.Optional(Text(4000, 'Conditions as JSON: an array of { column, is, to }')),
};

const listFile = (ending: 'csv' | 'xlsx', produces: 'text/csv' | typeof XLSX) =>
  endpoint({
    method: 'get',
    path: `/lists/:list/file.${ending}`,
    summary: `All that a list finds, as ${ending.toUpperCase()}`,
    allow: 'signed-in',
    params: ofList,
    query: exactly({ ...listQuery, columns: Type.Optional(Text(2000, 'Names of columns, apart by commas')) }),
    reply: Paper,
    produces,
  });

export const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

export const listsEndpoints = {
  list: endpoint({
    method: 'get',
    path: '/lists/:list',
    summary: 'A page of a list, as it is to be sorted and filtered',
    allow: 'signed-in',
    params: ofList,
    query: exactly({
      ...listQuery,
      after: Type.Optional(Text(1000, 'Where the page begins: `next` of the one before')),
    }),
    reply: ListPage,
  }),
  listCsv: listFile('csv', 'text/csv'),
  listXlsx: listFile('xlsx', XLSX),
  listViews: endpoint({
    method: 'get',
    path: '/lists/:list/views',
    summary: 'One’s own ways of looking at a list',
    allow: 'signed-in',
    params: ofList,
    reply: list(SavedView),
  }),
  saveListView: endpoint({
    method: 'put',
    path: '/lists/:list/views/:name',
    summary: 'Keep a way of looking at a list under a name',
    allow: 'signed-in',
    params: exactly({ ...ofList.properties, name: Text(60) }),
    body: ListState,
    reply: Done,
  }),
  dropListView: endpoint({
    method: 'delete',
    path: '/lists/:list/views/:name',
    summary: 'Forget a way of looking at a list',
    allow: 'signed-in',
    params: exactly({ ...ofList.properties, name: Text(60) }),
    reply: Done,
  }),
} as const;
