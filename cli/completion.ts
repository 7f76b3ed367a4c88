import type { Command } from 'commander';

/**
 * A script for bash: after the first word the commands are offered, then the options of that command, and files. It is
 * for `piece`, which stands for the program in a shell: `alias piece='npm run -s piece --'`.
 */
export function completion(program: Command): string {
  const options = program.commands.map(
    (command) => `    ${command.name()}) words="${command.options.map((option) => option.long).join(' ')}" ;;`,
  );
  return `_${program.name()}() {
  local words
  case "\${COMP_WORDS[1]}" in
${options.join('\n')}
    *) words="${program.commands.map((command) => command.name()).join(' ')}" ;;
  esac
  COMPREPLY=($(compgen -W "$words" -- "\${COMP_WORDS[COMP_CWORD]}") $(compgen -f -- "\${COMP_WORDS[COMP_CWORD]}"))
}
complete -o filenames -F _${program.name()} ${program.name()}`;
}
