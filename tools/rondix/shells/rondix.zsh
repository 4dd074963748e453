#compdef rondix
# zsh completion for rondix. The tool is asked what a word may be; files zsh knows itself.

_rondix() {
    local -a asked texts files
    local line word folders=
    for word in "${(@)words[2,CURRENT]}"; do
        word=${(Q)word}
        [[ $word == "~"/* ]] && word=$HOME${word:1}
        asked+=("$word")
    done
    # A value may stand behind its option and '='.
    if [[ ${asked[-1]} == --*=* ]]; then
        asked=("${(@)asked[1,-2]}" "${asked[-1]%%=*}" "${asked[-1]#*=}")
        compset -P '*='
    fi
    for line in "${(@f)$(_call_program rondix ${(q)words[1]} complete "${(@q)asked}" 2>/dev/null)}"; do
        case $line in
            ('') ;;
            ($'\tfolders') folders=yes ;;
            ($'\tfiles '*) files+=("${line#$'\tfiles '}") ;;
            (*$'\t'*) texts+=("${${line%%$'\t'*}//:/\\:}:${line#*$'\t'}") ;;
            (*) texts+=("${line//:/\\:}") ;;
        esac
    done
    (( $#texts )) && _describe -V rondix texts
    [[ -n $folders ]] && _files -/
    (( $#files )) && _files -g "${(j: :)files}"
}

if [[ $funcstack[1] == _rondix ]]; then
    _rondix "$@"
else
    compdef _rondix rondix
fi
