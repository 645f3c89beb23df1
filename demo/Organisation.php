<?php

declare(strict_types=1);

namespace Jorvent\Demo;

/** Sites, units and the named people of the demo world. */
final class Organisation
{
    /** id, name, city, country, zone, currency, latitude, longitude */
    public const SITES = [
        [1, 'Bergen', 'Bergen', 'NO', 'Europe/Oslo', 'NOK', 60.39, 5.32], [2, 'Aberdeen', 'Aberdeen', 'GB', 'Europe/London', 'GBP', 57.15, -2.09], [3, 'Gdańsk', 'Gdańsk', 'PL', 'Europe/Warsaw', 'PLN', 54.35, 18.65],
        [4, 'Halifax', 'Halifax', 'CA', 'America/Halifax', 'CAD', 44.65, -63.57], [5, 'Vigo', 'Vigo', 'ES', 'Europe/Madrid', 'EUR', 42.24, -8.72],
    ];

    /** id, parent, code, name, kind, headcount, plan */
    public const UNITS = [
        [1, null, 'SL', 'Skerry Line', 'company', 640, 690],
        [2, 1, '4100', 'Fleet Engineering', 'department', 142, 150], [3, 1, '4200', 'Deck & Navigation', 'department', 168, 172], [4, 1, '4300', 'Shipyard', 'department', 96, 104],
        [5, 1, '4400', 'Passenger Services', 'department', 158, 160], [6, 1, '4500', 'Ticketing & Data', 'department', 34, 40], [7, 1, '4600', 'Finance & People', 'department', 42, 44],
        [8, 2, '4410', 'Electrical', 'team', 38, 42], [9, 2, '4420', 'Engines', 'team', 61, 63], [10, 4, '4310', 'Hull & Welding', 'team', 47, 50], [11, 4, '4320', 'Design office', 'team', 14, 17], [12, 5, '4401', 'Terminals', 'team', 52, 55],
    ];

    /** name, email, title, site, unit, roles by unit, rank on the sign-in page (or null), posts by unit */
    public const PEOPLE = [
        ['Solveig Aune', 'solveig.aune@skerryline.example', 'Recruiter, Bergen', 1, 7, ['recruiter' => 1], 1, []],
        ['Mo Bakkerud', 'mo.bakkerud@skerryline.example', 'Manager, Electrical', 1, 8, ['manager' => 2, 'interviewer' => 1], 2, []],
        ['Hanne Solvik', 'hanne.solvik@skerryline.example', 'Head of Fleet Engineering', 1, 2, ['approver' => 2, 'manager' => 2], 3, ['department_head' => [2, 3]]],
        ['Ines Teixeira', 'ines.teixeira@skerryline.example', 'Marine electrician, interviewer', 5, 8, ['interviewer' => 1], 4, []],
        ['Ailsa Drummond', 'ailsa.drummond@skerryline.example', 'Coordinator, Aberdeen', 2, 7, ['coordinator' => 1], 5, []],
        ['Runa Eikeland', 'runa.eikeland@skerryline.example', 'People-team admin', 1, 7, ['admin' => 1], 6, []],
        ['Isla Farquhar', 'isla.farquhar@skerryline.example', 'Finance director', 2, 7, ['approver' => 1], 7, ['finance' => [1], 'department_head' => [1, 6, 7]]],
        ['Gordon Leask', 'gordon.leask@skerryline.example', 'Recruiter, Aberdeen', 2, 7, ['recruiter' => 1], null, []],
        ['Piotr Zaremba', 'piotr.zaremba@skerryline.example', 'Head of Shipyard', 3, 4, ['approver' => 4, 'manager' => 4, 'interviewer' => 1], null, ['department_head' => [4]]],
        ['Zofia Wrona', 'zofia.wrona@skerryline.example', 'Manager, Design office', 3, 11, ['manager' => 4, 'interviewer' => 1], null, []],
        ['Xoán Figueiras', 'xoan.figueiras@skerryline.example', 'Manager, Hull & Welding', 5, 10, ['manager' => 4, 'interviewer' => 1], null, []],
        ['Morag Isbister', 'morag.isbister@skerryline.example', 'Head of Passenger Services', 2, 5, ['approver' => 5, 'manager' => 5, 'interviewer' => 1], null, ['department_head' => [5]]],
        ['Callum Gauthier', 'callum.gauthier@skerryline.example', 'Manager, Ticketing & Data', 4, 6, ['manager' => 6, 'interviewer' => 1], null, []],
        ['Torstein Hauge', 'torstein.hauge@skerryline.example', 'Manager, Engines', 1, 9, ['manager' => 2, 'interviewer' => 1], null, []],
    ];

    /** Units of euro rates: currency per one euro. */
    public const RATES = ['EUR' => 1.0, 'NOK' => 11.62, 'GBP' => 0.854, 'PLN' => 4.27, 'CAD' => 1.52];
}
