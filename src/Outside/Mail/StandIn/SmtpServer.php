<?php

declare(strict_types=1);

namespace Jorvent\Outside\Mail\StandIn;

use Jorvent\Outside\StandIn\Shelf;

/** The mailroom's SMTP door (RFC 5321, what a sender needs of it), one connection after another in one process. */
final class SmtpServer
{
    private const MAX_BYTES = 20_000_000;

    public static function run(int $port, string $dir): never
    {
        $server = stream_socket_server('tcp://127.0.0.1:'.$port, $code, $message) ?: throw new \RuntimeException('Port '.$port.' is taken: '.$message);
        $shelf = new Shelf($dir, 'mail');
        $room = new Mailroom($shelf, $dir);
        while (true) {
            $connection = @stream_socket_accept($server, 3600);
            if (false !== $connection) {
                stream_set_timeout($connection, 15);
                self::serve($connection, $room, $shelf);
                fclose($connection);
            }
        }
    }

    /** @param resource $connection */
    private static function serve($connection, Mailroom $room, Shelf $shelf): void
    {
        $mode = $shelf->mode();
        if ('down' === $mode) {
            return;
        }
        if ('slow' === $mode) {
            sleep(3);
        }
        self::say($connection, 'wrong' === $mode ? '554 no mail today' : '220 mailroom ready');
        $to = [];
        while (false !== $line = fgets($connection, 2048)) {
            $command = strtoupper(substr($line, 0, 4));
            if ('QUIT' === $command) {
                self::say($connection, '221 bye');

                return;
            }
            if ('RCPT' === $command && 1 === preg_match('/<([^>]*)>/', $line, $m)) {
                $to[] = $m[1];
            }
            if ('DATA' === $command) {
                self::say($connection, '354 go ahead');
                $room->take(self::data($connection), $to);
                $to = [];
                $shelf->hold();
            }
            self::say($connection, match ($command) {
                'EHLO', 'HELO' => '250 mailroom', 'MAIL', 'RCPT', 'DATA', 'RSET', 'NOOP' => '250 ok', default => '502 not here',
            });
        }
    }

    /** @param resource $connection */
    private static function data($connection): string
    {
        $raw = '';
        while (false !== $line = fgets($connection, 8192)) {
            if (".\r\n" === $line) {
                break;
            }
            $raw .= str_starts_with($line, '..') ? substr($line, 1) : $line;
            if (\strlen($raw) > self::MAX_BYTES) {
                break;
            }
        }

        return $raw;
    }

    /** @param resource $connection */
    private static function say($connection, string $line): void
    {
        fwrite($connection, $line."\r\n");
    }
}
