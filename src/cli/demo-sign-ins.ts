import { CREW } from '../../demo/crew';

console.log('  Demo sign-ins (made up, for this machine only):');
for (const { name, roles, password, pin } of CREW) {
  console.log(
    `    ${name.padEnd(9)} ${roles.join(' and ').padEnd(17)} password ${password.padEnd(20)} PIN ${pin}`,
  );
}
