import { configFrom } from './config';

test('defaults are loopback, 4680 and a folder in the checkout', () => {
  expect(configFrom({}, '/srv/jaw')).toEqual({
    port: 4680,
    host: '127.0.0.1',
    backups: '/srv/jaw/.violet-jaw/backups',
    dataFolder: '/srv/jaw/.violet-jaw',
    databaseUrl: null,
    provider: null,
    proxies: [],
    files: { folder: '/srv/jaw/.violet-jaw/files', inDatabase: false },
    webFolder: '/srv/jaw/dist/web',
    demo: true,
    publicAddress: null,
  });
});

test('the environment moves an instance', () => {
  expect(
    configFrom(
      {
        PORT: '5001',
        VIOLET_JAW_DATA: '/data/two',
        VIOLET_JAW_DB_URL: 'mariadb://u:p@h/db',
        VIOLET_JAW_DEMO: 'no',
        VIOLET_JAW_ADDRESS: 'https://jaw.example:8443/',
      },
      '/srv/jaw',
    ),
  ).toMatchObject({
    demo: false,
    publicAddress: 'https://jaw.example:8443',
    port: 5001,
    dataFolder: '/data/two',
    databaseUrl: 'mariadb://u:p@h/db',
  });
});

test.each(['abc', '-1', '70000', '1.5'])('PORT=%s is told in a sentence', (port) => {
  expect(() => configFrom({ PORT: port }, '/')).toThrow(`PORT: expected a number from 0 to 65535, found "${port}".`);
});

test('VIOLET_JAW_DEMO is yes or no', () => {
  expect(() => configFrom({ VIOLET_JAW_DEMO: '0' }, '/')).toThrow('VIOLET_JAW_DEMO: expected yes or no, found "0".');
});

test.each(['jaw.example', 'ftp://jaw.example', 'https://', 'https://jaw.example/under/here', 'https://jaw example'])(
  'VIOLET_JAW_ADDRESS=%s is told in a sentence',
  (address) => {
    expect(() => configFrom({ VIOLET_JAW_ADDRESS: address }, '/')).toThrow(
      'VIOLET_JAW_ADDRESS: expected an address such as https://jaw.example',
    );
  },
);
