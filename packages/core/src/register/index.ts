/** The register of absence: what it says of a student in a lesson, and what is counted of it. It changes no score by itself. */
export * from './register';
