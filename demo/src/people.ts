/** Made-up people. Given and family name as the school writes them. */
export const TEACHERS = [
  { givenName: 'Odile', familyName: 'Finch', userName: 'odile.finch', email: 'odile.finch@tern-bay.example' },
  { givenName: 'Marek', familyName: 'Lund', userName: 'marek.lund', email: 'marek.lund@tern-bay.example' },
];

/** Members of each class; Bao and Noor are in two or three of them. */
export const ROSTERS: Record<string, string[]> = {
  'Rivers 8': [
    'Anouk Brandt',
    'Ayo Delacroix',
    'Bao Lindqvist',
    'Cato Verhoef',
    'Dilan Sørby',
    'Esra Kowal',
    'Farid Osei',
    'Greta Moss',
    'Hana Petrov',
    'Ilse Marchetti',
    'Jonas Adeyemi',
    'Kiri Tamatea',
    'Leocadio Fuentes',
    'Mei-Lin Zhao',
    'Noor Haldane',
    'Ottoline Barrington-Szymańska',
    'Pía Quiroga',
    'Ravi Menon',
    'Saoirse Ní Bhriain',
    'Tomasz Okafor',
    'Ümit Yıldız',
    'Vesna Horvat',
    'يوسف الراشد',
  ],
  'Weather 9': [
    'Bao Lindqvist',
    'Aino Virtala',
    'Bilal Rahimi',
    'Chiara Lombardo',
    'Dagny Isaksen',
    'Emeka Nwosu',
    'Fern Abernathy',
    'Gaspar Monteiro',
    'Ho-jin Baek',
    'Imani Walcott',
    'Jokūbas Petraitis',
    'Kaya Drummond',
    'Lior Ben-Ari',
    'Maëlle Guérin',
    'Nikolaos Stathis',
    'Oona Kerrigan',
    'Priya Castellane',
    'Quentin Abara',
    'Rosalind Achterberg',
    'Sanjay Pillai',
    'Teodora Ilieva',
    'Uma Karlsdóttir',
    'Viggo Sandberg',
    'Wen Liang',
    'Xiomara Peralta',
    'Zofia Wrona',
  ],
  'Maps 10': [
    'Bao Lindqvist',
    'Noor Haldane',
    'Abel Kifle',
    'Brigid Fallow',
    'Cosmin Radu',
    'Delphine Aubert',
    'Elio Santangelo',
    'Freja Holm',
    'Goran Matić',
    'Hye-sun Park',
    'Isandro Vela',
    'Juno Whitlock',
    'Kwame Boateng',
    'Ludmila Sokol',
    'Matteo Ferrante',
    'Nadia El Amrani',
    'Oskar Dube',
    'Petra Lindgren',
    'O',
  ],
};

/** One of them has left the school, one has not joined with the code yet. */
export const HAS_LEFT = 'Quentin Abara';
export const NOT_JOINED = ['Zofia Wrona', 'يوسف الراشد', 'O'];

/** Pieces that are sent back to be done again: title and student. */
export const SENT_BACK: [title: string, student: string][] = [
  ['River cross-section sketch', 'Bao Lindqvist'],
  ['Flow rate table', 'Noor Haldane'],
  ['Storm log, week 8', 'Priya Castellane'],
];
