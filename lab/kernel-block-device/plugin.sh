#!/bin/sh
# SPDX-License-Identifier: GPL-3.0-or-later
# What the kernel's block device is made of: reads succeed, fail or are late at the places named in
# $ORBITA_LAB/faults, one a line, in bytes:
#   error FIRST LENGTH
#   delay FIRST LENGTH SECONDS
#   heal FIRST LENGTH            fails until all of it has been written at once
#   refuse FIRST LENGTH          takes no writing, and is read well
# Where there is a file $ORBITA_LAB/contents, that is what is read, and what is written to.
case "$1" in
get_size)
    cat "$ORBITA_LAB/size"
    ;;
pread)
    count=$3
    offset=$4
    end=$((offset + count))
    while read -r kind first length seconds; do
        if [ "$first" -lt "$end" ] && [ $((first + length)) -gt "$offset" ]; then
            case "$kind" in
            error | heal)
                echo "EIO no data here" >&2
                exit 1
                ;;
            delay) sleep "$seconds" ;;
            esac
        fi
    done <"$ORBITA_LAB/faults"
    if [ -e "$ORBITA_LAB/contents" ]; then
        dd if="$ORBITA_LAB/contents" bs=64K skip="$offset" count="$count" iflag=skip_bytes,count_bytes status=none
    else
        head -c "$count" /dev/zero | tr '\0' 'O'
    fi
    ;;
can_write | can_flush)
    [ -e "$ORBITA_LAB/contents" ] || exit 3
    ;;
can_fua)
    echo emulate
    ;;
pwrite)
    count=$3
    offset=$4
    end=$((offset + count))
    : >"$ORBITA_LAB/left"
    healed=
    while read -r kind first length seconds; do
        if [ "$first" -lt "$end" ] && [ $((first + length)) -gt "$offset" ]; then
            case "$kind" in
            heal)
                if [ "$offset" -gt "$first" ] || [ "$end" -lt $((first + length)) ]; then
                    echo "EIO only all of it" >&2
                    exit 1
                fi
                healed=yes
                continue
                ;;
            refuse)
                echo "EIO not taken" >&2
                exit 1
                ;;
            esac
        fi
        echo "$kind $first $length $seconds" >>"$ORBITA_LAB/left"
    done <"$ORBITA_LAB/faults"
    dd of="$ORBITA_LAB/contents" bs=64K seek="$offset" oflag=seek_bytes conv=notrunc status=none
    [ -z "$healed" ] || mv "$ORBITA_LAB/left" "$ORBITA_LAB/faults"
    ;;
flush)
    ;;
thread_model)
    echo serialize_requests
    ;;
*)
    exit 2
    ;;
esac
