import { QueryTypes, type Sequelize } from 'sequelize';

/** What all processes of one database share and nobody enters: secrets that are made once. */
export class Settings {
  constructor(private readonly sequelize: Sequelize) {}

  /** The value of a setting, as whoever asked first made it. */
  async once(name: string, make: () => string): Promise<string> {
    const known = await this.#read(name);
    if (known !== null) return known;
    await this.sequelize.query('INSERT IGNORE INTO settings (name, value) VALUES (?, ?)', {
      replacements: [name, make()],
    });
    return (await this.#read(name))!;
  }

  async forget(name: string): Promise<void> {
    await this.sequelize.query('DELETE FROM settings WHERE name = ?', { replacements: [name] });
  }

  async #read(name: string): Promise<string | null> {
    const [row] = await this.sequelize.query<{ value: string }>('SELECT value FROM settings WHERE name = ?', {
      replacements: [name],
      type: QueryTypes.SELECT,
    });
    return row?.value ?? null;
  }
}
