# Completion of amber-parcel-cli for bash.
_amber_parcel_cli() {
  local current=${COMP_WORDS[COMP_CWORD]} before=${COMP_WORDS[COMP_CWORD-1]} options
  if [ "$COMP_CWORD" -eq 1 ]; then
    mapfile -t COMPREPLY < <(compgen -W 'new add check report diff merge asset variant block zone replace formats thumbnail cut recut turn refresh animation origin drift mount ride look fit shape role refit seams names constants layers expect meets weave meet fairness course pack verify watch profiles' -- "$current")
    return
  fi
  case ${COMP_WORDS[1]} in
    new) options='--sheet --separate --clear-only --cells --count --whole --islands --by-hand --boxes --shadows --tight --count --cells --whole --islands --by-hand --boxes --shadows --tight --whole --cells --count --islands --by-hand --boxes --shadows --tight --islands --cells --count --whole --by-hand --by-hand --cells --count --whole --islands --boxes --shadows --tight --boxes --cells --count --whole --by-hand --shadows --tight --shadows --cells --count --whole --by-hand --boxes --tight --tight --cells --count --whole --by-hand --boxes --shadows --join --min-ink --part --turn --mirror --margin --gutter --key --faint --firm --cut-region --kind --asset --animation --rate --loop --rows-are --origin --role --shape --region --inset --loss --axis --grow --holes --least-speck --points --tolerance --convex --keep --grounded --around --json --help' ;;
    add) options='--sheet --separate --clear-only --cells --count --whole --islands --by-hand --boxes --shadows --tight --count --cells --whole --islands --by-hand --boxes --shadows --tight --whole --cells --count --islands --by-hand --boxes --shadows --tight --islands --cells --count --whole --by-hand --by-hand --cells --count --whole --islands --boxes --shadows --tight --boxes --cells --count --whole --by-hand --shadows --tight --shadows --cells --count --whole --by-hand --boxes --tight --tight --cells --count --whole --by-hand --boxes --shadows --join --min-ink --part --turn --mirror --margin --gutter --key --faint --firm --cut-region --kind --asset --animation --rate --loop --rows-are --origin --role --shape --region --inset --loss --axis --grow --holes --least-speck --points --tolerance --convex --keep --grounded --around --json --help' ;;
    check) options='--fix --try --rules --json --help' ;;
    report) options='--out --asset --table --fairness --animation --json --help' ;;
    diff) options='--json --help' ;;
    merge) options='--out --choose --try --json --help' ;;
    asset) options='--asset --kind --animation --frame --motion --copies --scale --try --json --help' ;;
    variant) options='--try --of --name --sheet --follow --release --name --of --sheet --of --follow --of --release --of --json --help' ;;
    block) options='--try --asset --size --kind --resize --colour --json --help' ;;
    zone) options='--try --asset --size --kind --resize --json --help' ;;
    replace) options='--try --asset --sheet --json --help' ;;
    formats) options='--json --help' ;;
    thumbnail) options='--size --out --json --help' ;;
    cut) options='--cells --count --whole --islands --by-hand --boxes --shadows --tight --count --cells --whole --islands --by-hand --boxes --shadows --tight --whole --cells --count --islands --by-hand --boxes --shadows --tight --islands --cells --count --whole --by-hand --by-hand --cells --count --whole --islands --boxes --shadows --tight --boxes --cells --count --whole --by-hand --shadows --tight --shadows --cells --count --whole --by-hand --boxes --tight --tight --cells --count --whole --by-hand --boxes --shadows --join --min-ink --part --turn --mirror --margin --gutter --key --faint --firm --cut-region --region --json --help' ;;
    recut) options='--sheet --cells --count --whole --islands --by-hand --boxes --shadows --tight --count --cells --whole --islands --by-hand --boxes --shadows --tight --whole --cells --count --islands --by-hand --boxes --shadows --tight --islands --cells --count --whole --by-hand --by-hand --cells --count --whole --islands --boxes --shadows --tight --boxes --cells --count --whole --by-hand --shadows --tight --shadows --cells --count --whole --by-hand --boxes --tight --tight --cells --count --whole --by-hand --boxes --shadows --join --min-ink --part --turn --mirror --margin --gutter --key --faint --firm --cut-region --region --try --json --help' ;;
    turn) options='--sheet --by --try --json --help' ;;
    refresh) options='--try --json --help' ;;
    animation) options='--asset --animation --frames --times --rate --rate --times --loop --default --rename --copy --remove --try --json --help' ;;
    origin) options='--asset --kind --animation --frame --anchor --snap --nudge --again --hand-too --for-kind --drift --scale --whole --try --json --help' ;;
    drift) options='--asset --kind --animation --frame --csv --json --help' ;;
    mount) options='--asset --kind --animation --frame --name --at --offset --offset --at --hold --unkey --remove --rename --mirror --try --json --help' ;;
    ride) options='--try --asset --with --asset --mount --mount --with --animation --with --behind --with --off --with --json --help' ;;
    look) options='--asset --kind --animation --frame --as --angle --beside --at --zoom --out --json --help' ;;
    fit) options='--rect --shape --region --inset --loss --axis --grow --holes --least-speck --points --tolerance --convex --keep --grounded --around --together --parts --part-points --parts --cells --count --whole --islands --by-hand --boxes --shadows --tight --count --cells --whole --islands --by-hand --boxes --shadows --tight --whole --cells --count --islands --by-hand --boxes --shadows --tight --islands --cells --count --whole --by-hand --by-hand --cells --count --whole --islands --boxes --shadows --tight --boxes --cells --count --whole --by-hand --shadows --tight --shadows --cells --count --whole --by-hand --boxes --tight --tight --cells --count --whole --by-hand --boxes --shadows --join --min-ink --part --turn --mirror --margin --gutter --key --faint --firm --json --help' ;;
    shape) options='--asset --kind --animation --frame --role --do --way --copy-to --hand-too --shape --region --inset --loss --axis --grow --holes --least-speck --points --tolerance --convex --keep --grounded --around --try --json --help' ;;
    role) options='--role --name --duty --most-air --most-bare-ink --rename --remove --for-kind --not-for-kind --shape --region --inset --loss --axis --grow --holes --least-speck --points --tolerance --convex --keep --grounded --around --try --json --help' ;;
    refit) options='--asset --kind --animation --frame --all --hand-too --try --json --help' ;;
    seams) options='--try --asset --with --asset --step --side --together --together --with --side --frame --together --with-frame --together --kind --tiles --tiles --kind --merged-tiles --json --help' ;;
    names) options='--used-in --ignore --keep-folders --used-in --rename --replace --with --replace --regex --replace --diff --correct --diff --by-convention --fix --learn --style --digits --first-number --longest --asset-parts --frame-parts --languages --sides --sides-said --try --json --help' ;;
    constants) options='--language --out --out --language --beside-parcel --try --json --help' ;;
    layers) options='--add --rename --remove --move --to --pairing --wakes --set --on --set --seeks --set --duty --inherit --set --from --csv --try --json --help' ;;
    expect) options='--add --remove --fix --unasked --all --try --json --help' ;;
    meets) options='--csv --json --help' ;;
    weave) options='--try --json --help' ;;
    meet) options='--frame-a --frame-b --at --mirror-a --mirror-b --json --help' ;;
    fairness) options='--most-phantom --most-missed --most-gap --want-nothing --frame-a --frame-b --role-a --role-b --mirror-a --mirror-b --out --candidates --csv --most-phantom --most-missed --most-gap --want-nothing --try --json --help' ;;
    course) options='--course --role --moves --view --rate --run-speed --jump-speed --gravity --fastest-fall --steepest-slope --highest-step --step-height --gap-width --ceiling-height --wall-width --tile-size --script --ticks --idle-animation --walk-animation --rise-animation --fall-animation --must-pass --keep --try --limits --try-everything --candidates --csv --strip --moments --zoom --json --help' ;;
    pack) options='--out --profile --depfile --again --try --json --help' ;;
    verify) options='--project --json --help' ;;
    watch) options='--out --profile --json --help' ;;
    profiles) options='--try --add --remove --rename --first --profile --page-side --padding --extrude --polygon-points --part-points --px-per-unit --trim --y --resample --filter --polygons --masks --pages --same --colours --unseen --blocks --scales --constants --json --help' ;;
  esac
  if [ "$before" = --asset ] && [ -f "${COMP_WORDS[2]}" ]; then
    mapfile -t COMPREPLY < <(compgen -W "$(amber-parcel-cli asset "${COMP_WORDS[2]}" 2>/dev/null | sed -n 's/^\([^:]*\):.*/\1/p')" -- "$current")
    return
  fi
  if [[ $current == -* ]]; then
    mapfile -t COMPREPLY < <(compgen -W "$options" -- "$current")
  else
    mapfile -t COMPREPLY < <(compgen -f -- "$current")
  fi
}
complete -o filenames -F _amber_parcel_cli amber-parcel-cli
