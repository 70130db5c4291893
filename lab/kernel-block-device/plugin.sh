#!/bin/sh
# SPDX-License-Identifier: GPL-3.0-or-later
# What the kernel's block device is made of: reads succeed, fail or are late at the places named in
# $ORBITA_LAB/faults, one a line, in bytes:
#   error FIRST LENGTH
#   delay FIRST LENGTH SECONDS
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
            error)
                echo "EIO no data here" >&2
                exit 1
                ;;
            delay) sleep "$seconds" ;;
            esac
        fi
    done <"$ORBITA_LAB/faults"
    head -c "$count" /dev/zero | tr '\0' 'O'
    ;;
thread_model)
    echo serialize_requests
    ;;
*)
    exit 2
    ;;
esac
