#!/usr/bin/env bash
# Races and kills, repeated as often as they should be; bin/test repeats them a tenth as often.
cd "$(dirname "$0")/../.." && JORVENT_LONG=1 exec bash bin/test integration --filter CrashTest
