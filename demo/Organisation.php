<?php

declare(strict_types=1);

namespace Jorvent\Demo;

/** Sites, units and the named people of the demo world. */
final class Organisation
{
    public const COMPANY = 'Skerry Line';
    public const SENDER = 'hiring@skerryline.example';

    /** id, name, city, country, zone, currency, latitude, longitude */
    public const SITES = [
        [1, 'Bergen', 'Bergen', 'NO', 'Europe/Oslo', 'NOK', 60.39, 5.32], [2, 'Aberdeen', 'Aberdeen', 'GB', 'Europe/London', 'GBP', 57.15, -2.09], [3, 'Gdańsk', 'Gdańsk', 'PL', 'Europe/Warsaw', 'PLN', 54.35, 18.65],
        [4, 'Halifax', 'Halifax', 'CA', 'America/Halifax', 'CAD', 44.65, -63.57], [5, 'Vigo', 'Vigo', 'ES', 'Europe/Madrid', 'EUR', 42.24, -8.72],
    ];

    /** code, name, kind, people working there, by id; of all versions */
    public const UNITS = [
        1 => ['SL', 'Skerry Line', 'company', 640], 50 => ['ST', 'Skerry Terminals', 'company', 61],
        20 => ['40', 'Fleet', 'division', 310], 21 => ['43', 'Yards', 'division', 96], 22 => ['44', 'Passengers', 'division', 158], 23 => ['45', 'Ashore', 'division', 76],
        2 => ['4100', 'Fleet Engineering', 'department', 142], 3 => ['4200', 'Deck & Navigation', 'department', 168], 4 => ['4300', 'Shipyard', 'department', 96], 5 => ['4400', 'Passenger Services', 'department', 158], 6 => ['4500', 'Ticketing & Data', 'department', 34], 7 => ['4600', 'Finance & People', 'department', 42],
        8 => ['4410', 'Electrical', 'team', 38], 9 => ['4420', 'Engines', 'team', 61], 10 => ['4310', 'Hull & Welding', 'team', 47], 11 => ['4320', 'Design office', 'team', 14], 12 => ['4401', 'Terminals', 'team', 52],
        30 => ['4412', 'Shore power', 'team', 9], 31 => ["4430\u{00A0}", 'Rope & Rigging', 'team', 11], 32 => ['4440', 'Hybrid drives', 'team', 0], 33 => ['4450', 'Steam workshop', 'team', 0], 34 => ['4460', 'Radio room', 'team', 0],
        40 => ['4510', 'Revenue management', 'team', 0], 41 => ['4490', 'Night ferries', 'team', 0], 51 => ['7100', 'Quay operations', 'department', 44], 52 => ['7200', 'Gates & Security', 'department', 17],
        61 => ['K4100', 'Engineering', 'cost_centre', 0], 62 => ['K4200', 'Deck', 'cost_centre', 0], 63 => ['K4300', 'Yard', 'cost_centre', 0], 64 => ['K4400', 'Passengers', 'cost_centre', 0], 65 => ['K4500', 'Data', 'cost_centre', 0], 66 => ['K4600', 'Finance and people', 'cost_centre', 0], 67 => ['K4110', 'Hybrid programme', 'cost_centre', 0], 68 => ['K7100', 'Quays', 'cost_centre', 0],
        71 => ['BGO', 'Bergen', 'site', 0], 72 => ['ABZ', 'Aberdeen', 'site', 0], 73 => ['GDN', 'Gdańsk', 'site', 0], 74 => ['YHZ', 'Halifax', 'site', 0], 75 => ['VGO', 'Vigo', 'site', 0], 76 => ['YHZ2', 'Halifax quay', 'site', 0], 77 => ['ABZ2', 'Aberdeen quay', 'site', 0],
    ];

    /** where units of kind site stand */
    public const PLACES = [71 => 1, 72 => 2, 73 => 3, 74 => 4, 75 => 5, 76 => 4, 77 => 2];

    /** people planned, in the version in force */
    public const PLAN = [1 => 690, 2 => 150, 3 => 172, 4 => 104, 5 => 160, 6 => 40, 7 => 44, 8 => 42, 9 => 63, 10 => 50, 11 => 17, 12 => 55, 30 => 12];

    /**
     * The versions: unit under unit, and days from today when something is not valid for ever. 2026 moved Shore power from the yard to Passenger Services and has a unit broken in each way one can be;
     * 2025 is kept, 2027 is a draft.
     */
    public const STRUCTURES = [
        ['2025', 'kept', [1 => null, 2 => 1, 3 => 1, 4 => 1, 5 => 1, 6 => 1, 7 => 1, 8 => 2, 9 => 2, 10 => 4, 11 => 4, 12 => 5, 30 => 4, 33 => 2, 34 => 3, 41 => 5, 61 => 2, 62 => 3, 63 => 4, 64 => 5, 65 => 6, 66 => 7, 71 => 1, 72 => 1, 73 => 1, 74 => 1, 75 => 1]],
        ['2026', 'in_force', [1 => null, 50 => null, 20 => 1, 21 => 1, 22 => 1, 23 => 1, 2 => 20, 3 => 20, 4 => 21, 5 => 22, 6 => 23, 7 => 23, 8 => 2, 9 => 2, 10 => 4, 11 => 4, 12 => 5, 30 => 5, 31 => 3, 32 => 2, 33 => 2, 34 => 3, 51 => 50, 52 => 50, 61 => 2, 62 => 3, 63 => 4, 64 => 5, 65 => 6, 66 => 7, 67 => 2, 68 => 51, 71 => 1, 72 => 1, 73 => 1, 74 => 1, 75 => 1, 76 => 50, 77 => 50]],
        ['2027', 'draft', [1 => null, 50 => null, 20 => 1, 21 => 1, 22 => 1, 23 => 1, 2 => 20, 3 => 20, 4 => 21, 5 => 22, 6 => 23, 7 => 23, 8 => 2, 9 => 2, 10 => 4, 11 => 4, 12 => 5, 30 => 2, 31 => 3, 32 => 2, 34 => 3, 40 => 6, 51 => 50, 52 => 50, 61 => 2, 62 => 3, 63 => 4, 64 => 5, 65 => 6, 66 => 7, 67 => 2, 68 => 51, 71 => 1, 72 => 1, 73 => 1, 74 => 1, 75 => 1, 76 => 50, 77 => 50]],
    ];

    /** unit => days from today: the first day, the last day */
    public const VALID = [32 => [45, null], 33 => [null, -20]];
    public const RETIRED = [34];

    /** name, email, title, site, unit, roles by unit, rank on the sign-in page (or null), posts by unit */
    public const PEOPLE = [
        ['Solveig Aune', 'solveig.aune@skerryline.example', 'Recruiter, Bergen', 1, 7, ['recruiter' => 1], 1, []],
        ['Mo Bakkerud', 'mo.bakkerud@skerryline.example', 'Manager, Electrical', 1, 8, ['manager' => 2, 'interviewer' => 1], 2, []],
        ['Hanne Solvik', 'hanne.solvik@skerryline.example', 'Head of Fleet Engineering', 1, 2, ['approver' => 2, 'manager' => 2], 3, ['department_head' => [2, 3]]],
        ['Ines Teixeira', 'ines.teixeira@skerryline.example', 'Marine electrician, interviewer', 5, 8, ['interviewer' => 1], 4, []],
        ['Ailsa Drummond', 'ailsa.drummond@skerryline.example', 'Coordinator, Aberdeen', 2, 7, ['coordinator' => 1], 5, []],
        ['Runa Eikeland', 'runa.eikeland@skerryline.example', 'People-team admin', 1, 7, ['admin' => [1, 50]], 6, []],
        ['Isla Farquhar', 'isla.farquhar@skerryline.example', 'Finance director', 2, 7, ['approver' => 1], 7, ['finance' => [1], 'department_head' => [1, 6, 7]]],
        ['Gordon Leask', 'gordon.leask@skerryline.example', 'Recruiter, Aberdeen', 2, 7, ['recruiter' => [1, 50]], null, []],
        ['Piotr Zaremba', 'piotr.zaremba@skerryline.example', 'Head of Shipyard', 3, 4, ['approver' => 4, 'manager' => 4, 'interviewer' => 1], null, ['department_head' => [4]]],
        ['Zofia Wrona', 'zofia.wrona@skerryline.example', 'Manager, Design office', 3, 11, ['manager' => 4, 'interviewer' => 1], null, []],
        ['Xoán Figueiras', 'xoan.figueiras@skerryline.example', 'Manager, Hull & Welding', 5, 10, ['manager' => 4, 'interviewer' => 1], null, []],
        ['Morag Isbister', 'morag.isbister@skerryline.example', 'Head of Passenger Services', 2, 5, ['approver' => 5, 'manager' => 5, 'interviewer' => 1], null, ['department_head' => [5]]],
        ['Callum Gauthier', 'callum.gauthier@skerryline.example', 'Manager, Ticketing & Data', 4, 6, ['manager' => 6, 'interviewer' => 1], null, []],
        ['Torstein Hauge', 'torstein.hauge@skerryline.example', 'Manager, Engines', 1, 9, ['manager' => 2, 'interviewer' => 1], null, []],
    ];

    /** what people are paid in, by country; euro elsewhere */
    public const CURRENCY = ['NO' => 'NOK', 'GB' => 'GBP', 'PL' => 'PLN', 'CA' => 'CAD'];

    /** Units of euro rates: currency per one euro. */
    public const RATES = ['EUR' => 1.0, 'NOK' => 11.62, 'GBP' => 0.854, 'PLN' => 4.27, 'CAD' => 1.52];
}
