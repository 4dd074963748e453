# bash completion for rondix. The tool is asked what a word may be; files bash knows itself.

_rondix() {
    local -a words=() found=()
    local word line typed=
    # bash breaks words at '='; a word is typed with its quotes.
    for word in "${COMP_WORDS[@]:1:COMP_CWORD}"; do
        [[ $word == = ]] && continue
        word=${word//\\/}
        word=${word#[\"\']}
        word=${word%[\"\']}
        typed=$word
        [[ $word == "~"/* ]] && word=$HOME${word:1}
        words+=("$word")
    done
    [[ ${COMP_WORDS[COMP_CWORD]} == = ]] && words+=("") typed=
    COMPREPLY=()
    while IFS= read -r line; do
        case $line in
            $'\tfolders')
                compopt -o filenames 2>/dev/null
                mapfile -t -O ${#COMPREPLY[@]} COMPREPLY < <(compgen -d -- "$typed")
                ;;
            $'\tfiles '*)
                compopt -o filenames 2>/dev/null
                mapfile -t found < <(compgen -f -X "!${line#$'\tfiles '}" -- "$typed"
                    compgen -d -- "$typed")
                for word in "${found[@]}"; do
                    [[ " ${COMPREPLY[*]} " == *" $word "* ]] || COMPREPLY+=("$word")
                done
                ;;
            *) COMPREPLY+=("${line%%$'\t'*}") ;;
        esac
    done < <("${COMP_WORDS[0]}" complete "${words[@]}" 2>/dev/null)
}
complete -F _rondix rondix
